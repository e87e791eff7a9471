<script lang="ts">
	/** Quick signs to everybody, an aside, and the pointer. */
	import { SIGNS } from '$core/live/presence';
	import { m } from '$lib/messages';
	import Smile from '@lucide/svelte/icons/smile';
	import Pointer from '@lucide/svelte/icons/wand';
	import Speech from '@lucide/svelte/icons/message-circle-more';
	import type { Board } from '../../board/board.svelte';
	import Pop from '../../ui/Pop.svelte';
	import { SIGN_LOOKS } from '../../ui/signs';

	const { board }: { board: Board } = $props();
	let isOpen = $state(false);
	const then = (work: () => void): void => {
		isOpen = false;
		work();
	};
</script>

<Pop stays label={m.signs()} bind:open={isOpen} button="tool">
	{#snippet face()}<Smile size={18} strokeWidth={1.75} /><span>{m.signs_short()}</span>{/snippet}
	<div class="signs">
		{#each SIGNS as sign, i (sign)}
			{@const { icon: Icon, label } = SIGN_LOOKS[sign]}
			<button type="button" class="button" onclick={() => then(() => board.room.company.sign(sign))}
				><Icon size={18} />{label()}<kbd>Alt {i + 1}</kbd></button
			>
		{/each}
		<button type="button" class="button" onclick={() => then(() => board.startAside())}
			><Speech size={18} />{m.command_aside()}<kbd>I</kbd></button
		>
		<button type="button" class="button" onclick={() => then(() => board.takeUp('pointer'))}
			><Pointer size={18} />{m.tool_pointer()}<kbd>O</kbd></button
		>
	</div>
</Pop>

<style>
	.signs {
		display: grid;
		gap: 4px;
	}
	.button {
		justify-content: flex-start;
	}
	kbd {
		margin-left: auto;
		padding-left: 14px;
		color: var(--frame-quiet);
		font: inherit;
	}
	/* Without a keyboard there are no keys to name. */
	@media (hover: none) {
		kbd {
			display: none;
		}
	}
</style>
