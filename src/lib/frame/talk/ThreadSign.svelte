<script lang="ts">
	/** The numbered sign of a thread: an ochre tag while it is open, a ticked outline when it is resolved. */
	import type { Thread } from '$core/talk/model';
	import Check from '@lucide/svelte/icons/check';

	const { thread }: { thread: Pick<Thread, 'number' | 'resolved'> } = $props();
</script>

<span class="sign" class:resolved={thread.resolved} aria-hidden="true"
	>{#if thread.resolved}<Check size={12} strokeWidth={3} />{/if}{thread.number ?? '…'}</span
>

<style>
	.sign {
		display: inline-flex;
		flex: none;
		align-items: center;
		justify-content: center;
		gap: 2px;
		min-width: 24px;
		height: 22px;
		padding: 0 6px;
		border: 1.5px solid #1d2421;
		border-radius: 4px 4px 4px 0;
		background: #d9a441;
		color: #1d2421;
		font-size: 12px;
		font-weight: 700;
		font-variant-numeric: tabular-nums;
	}
	.resolved {
		background: #e7e3d6;
		color: #3d4a45;
	}
</style>
