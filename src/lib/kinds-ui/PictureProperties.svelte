<script lang="ts">
	/** Of a picture, what part of it is shown. */
	import { m } from '$lib/messages';
	import Crop from '@lucide/svelte/icons/crop';
	import type { KindProperties } from './properties';

	const { board, objects }: KindProperties = $props();
	const only = $derived(board.selection.size === 1 && objects.length === 1 ? objects[0] : undefined);
</script>

{#if only && board.selection.has(only.id)}
	<button
		type="button"
		class="button"
		aria-pressed={board.cropping === only.id}
		onclick={() => board.startCropping()}><Crop size={16} />{m.command_crop()}</button
	>
{/if}
