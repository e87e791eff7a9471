<script lang="ts">
	/** Names of themes as they stand on another board. */
	import { m } from '$lib/messages';
	import { messageOf } from '$lib/api/errors';
	import { myBoards, themeNamesOn } from '../actions';

	interface Props {
		/** The board that one is on. */
		boardId: string;
		onnames: (names: string[]) => void;
	}
	const { boardId, onnames }: Props = $props();
	let boards = $state.raw<{ id: string; title: string }[] | undefined>();
	let said = $state('');

	async function offer(): Promise<void> {
		try {
			boards = (await myBoards()).boards.filter(({ id }) => id !== boardId);
			said = boards.length === 0 ? m.names_no_board() : '';
		} catch (error) {
			said = messageOf(error);
		}
	}

	async function take(select: HTMLSelectElement): Promise<void> {
		const id = select.value;
		select.value = '';
		try {
			const { names } = await themeNamesOn(id);
			said = names.length === 0 ? m.names_none_there() : '';
			if (names.length > 0) onnames(names);
		} catch (error) {
			said = messageOf(error);
		}
	}
</script>

{#if boards && boards.length > 0}
	<select aria-label={m.names_from_board()} value="" onchange={(event) => take(event.currentTarget)}>
		<option value="">{m.names_from_board()}</option>
		{#each boards as { id, title } (id)}<option value={id}>{title}</option>{/each}
	</select>
{:else}
	<button type="button" class="button small" onclick={offer}>{m.names_from_board()}</button>
{/if}
<p class="quiet" role="status">{said}</p>

<style>
	select {
		min-width: 0;
		max-width: 100%;
		height: 30px;
		padding: 0 6px;
		border: 1px solid var(--frame-line);
		border-radius: 4px;
		background: var(--frame-on);
		font-size: var(--size-small);
	}
	.small {
		font-size: var(--size-small);
	}
	p:empty {
		display: none;
	}
</style>
