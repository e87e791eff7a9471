<script lang="ts">
	/** Files on their way onto the board: what each will become, all of it one step of undo. */
	import type { Point } from '$core/geometry/box';
	import { messageOf } from '$lib/api/errors';
	import { m } from '$lib/messages';
	import { untrack } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { toaster } from '../../ui/toaster';
	import { IncomingFile, putFiles, type FileBecoming } from './incoming-files.svelte';
	import RowsChoice from './RowsChoice.svelte';

	interface Props {
		board: Board;
		files: readonly File[];
		at: Point | undefined;
		onclose: () => void;
	}
	const { board, files, at, onclose }: Props = $props();

	const incoming = untrack(() => {
		const mayName = board.room.policy.names === 'shown';
		return files.map((file) => new IncomingFile(file, mayName));
	});
	let isPutting = $state(false);
	let isClosed = false;
	let problem = $state('');
	const isReading = $derived(incoming.some((file) => file.isReading));
	const chosen = $derived(incoming.filter(({ becoming }) => becoming !== 'nothing'));

	let button = $state<HTMLButtonElement>();
	let wasRead = false;
	// Who has nothing to change goes on with Enter, as soon as all is read.
	$effect(() => {
		if (isReading || wasRead || !button) return;
		wasRead = true;
		button.focus();
	});

	function close(): void {
		isClosed = true;
		onclose();
	}
	async function put(): Promise<void> {
		isPutting = true;
		problem = '';
		try {
			const { ids, problems } = await putFiles(board, chosen, at, () => isClosed);
			if (isClosed) return;
			for (const { name, problem: description } of problems)
				toaster.error({ title: m.file_refused({ name }), description });
			if (ids.length > 0) {
				board.select(ids);
				board.showAll(ids);
				const count = chosen.length - problems.length;
				toaster.success({ title: m.incoming_done({ count, name: chosen[0]!.file.name }) });
			}
			close();
		} catch (error) {
			problem = messageOf(error);
		} finally {
			isPutting = false;
		}
	}
</script>

<Dialog open onclose={close} title={m.incoming_title({ count: incoming.length })} wide="very">
	<ul>
		{#each incoming as each (each)}
			<li>
				<div class="file">
					<strong>{each.file.name}</strong>
					{#if each.isReading}
						<span role="status">{m.incoming_reading()}</span>
					{:else if each.problem}
						<span class="problem" role="alert">{each.problem}</span>
					{:else}
						<select
							class="entry"
							aria-label={m.incoming_becomes({ name: each.file.name })}
							value={each.becoming}
							disabled={isPutting}
							onchange={(event) => (each.becoming = event.currentTarget.value as FileBecoming)}
						>
							{#each [...each.becomings, 'nothing'] as const as becoming (becoming)}
								<option value={becoming}>{m[`becoming_${becoming}`]()}</option>
							{/each}
						</select>
					{/if}
				</div>
				{#if each.content?.is === 'rows' && each.becoming !== 'nothing'}
					<RowsChoice file={each} disabled={isPutting} />
				{/if}
			</li>
		{/each}
	</ul>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	<div class="foot">
		<p class="quiet">{m.incoming_one_step()}</p>
		<button
			type="button"
			class="button main"
			data-testid="put-files"
			bind:this={button}
			disabled={isReading || isPutting || chosen.length === 0}
			onclick={put}>{m.incoming_put()}</button
		>
	</div>
</Dialog>

<style>
	ul {
		display: flex;
		flex-direction: column;
		gap: 14px;
		margin: 0;
		padding: 0;
		list-style: none;
	}
	.file {
		display: grid;
		grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
		align-items: center;
		gap: 8px 14px;
	}
	.file strong {
		overflow-wrap: anywhere;
	}
	.file select {
		max-width: 280px;
	}
	.problem {
		color: var(--frame-bad);
		font-size: var(--size-note);
	}
	.foot {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		justify-content: space-between;
		gap: 8px;
		margin-top: 16px;
	}
	.foot p {
		margin: 0;
	}
</style>
