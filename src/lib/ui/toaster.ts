import { createToaster } from '@skeletonlabs/skeleton-svelte';

/** Short messages at the lower edge: what was done, what failed, and the way back. */
export const toaster = createToaster({ placement: 'bottom', offsets: '96px', overlap: true });
