<script lang="ts">
	/** Everybody sorts: on a laptop in front of the board, for as long as the step runs. */
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import FootBar from '../FootBar.svelte';
	import Together from './Together.svelte';

	const { room }: { room: Room } = $props();
	/** The round that one left to look at the board, or came to though one leads. */
	let left = $state<string>();
	let joined = $state<string>();
	const run = $derived(room.round.shown?.sorts ? room.round.shown.run : undefined);
	const isOpen = $derived(run !== undefined && run !== left && (!room.leads || run === joined));

	function sort(): void {
		left = undefined;
		joined = run;
	}
</script>

<Dialog open={isOpen} onclose={() => (left = run)} title={room.step?.prompt || m.together()} wide="very">
	<Together {room} />
</Dialog>
{#if run !== undefined && !isOpen}
	<FootBar name="together-bar">
		<p>{m.together_runs()}</p>
		<button type="button" class="button main" onclick={sort}>{m.together_sort()}</button>
	</FootBar>
{/if}
