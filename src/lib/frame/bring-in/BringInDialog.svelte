<script lang="ts">
	/** Files on their way onto the board: what each will become, all of it one step of undo. */
	import type { Point } from '$core/geometry/box';
	import { messageOf } from '$lib/api/errors';
	import { m } from '$lib/messages';
	import { untrack } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { toaster } from '../../ui/toaster';
	import { IncomingFile, outermostOf, putFiles, type FileTarget } from './incoming-files.svelte';
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
	const chosen = $derived(incoming.filter(({ target }) => target !== 'nothing'));
	const canPut = $derived(
		!isReading && !isPutting && chosen.length > 0 && chosen.every(({ isComplete }) => isComplete),
	);

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
			const failed = new Set(problems.map(({ name }) => name));
			const [first, ...more] = chosen.map(({ file }) => file.name).filter((name) => !failed.has(name));
			if (first !== undefined && ids.length > 0) {
				board.select(outermostOf(board, ids));
				board.showAll(ids);
				toaster.success({ title: m.incoming_done({ count: more.length + 1, name: first }) });
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
							value={each.target}
							disabled={isPutting}
							onchange={(event) => (each.target = event.currentTarget.value as FileTarget)}
						>
							{#each [...each.targets, 'nothing'] as const as target (target)}
								<option value={target}>{m[`import_target_${target}`]()}</option>
							{/each}
						</select>
					{/if}
				</div>
				{#if each.content?.is === 'rows' && each.target !== 'nothing'}
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
			disabled={!canPut}
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
