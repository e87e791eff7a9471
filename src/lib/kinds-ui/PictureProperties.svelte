<script lang="ts">
	/** Of a picture, what part of it is shown. */
	import { m } from '$lib/messages';
	import Crop from '@lucide/svelte/icons/crop';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

	const { board, objects }: KindProperties = $props();
	const only = $derived(board.selection.size === 1 && objects.length === 1 ? objects[0] : undefined);
</script>

{#snippet crop()}
	<button
		type="button"
		class="tool"
		aria-pressed={board.cropping !== undefined && board.cropping === only?.id}
		onclick={() => board.startCropping()}
		><Crop size={18} strokeWidth={1.75} /><span>{m.command_crop()}</span></button
	>
{/snippet}

<PropertyRow form={only && board.selection.has(only.id) ? crop : undefined} />
