<script lang="ts">
	/** Taking a board out: the format at the left, what can be chosen for it at the right. */
	import { messageOf } from '$lib/api/errors';
	import { m } from '$lib/messages';
	import type { ExportFormatName } from '$core/formats/exports';
	import { nanoid } from 'nanoid';
	import type { Board } from '../../board/board.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import ProgressBar from '../../ui/ProgressBar.svelte';
	import { toaster } from '../../ui/toaster';
	import { download, progressOf, stopExport } from '../actions';
	import {
		formatGroups,
		isComplete,
		LOOK_ICONS,
		orderFor,
		USUAL_CHOICES,
		type ExportChoices,
	} from './choices';
	import { exportFormat } from '$core/formats/exports';
	import ExportOptions from './ExportOptions.svelte';

	const { board, open, onclose }: { board: Board; open: boolean; onclose: () => void } = $props();
	/** How often one asks how far the file is, ms. */
	const POLL_MS = 700;

	let choices = $state<ExportChoices>({ ...USUAL_CHOICES });
	/** By which the server knows the file that is being made. */
	let making = $state<string>();
	let progress = $state({ done: 0, total: 0 });
	let problem = $state('');
	const groups = $derived(open ? formatGroups() : []);
	const selected = $derived(board.selection.size);
	const id = $derived(board.room.info.boardId);

	$effect(() => {
		if (open && selected > 0) choices.part = 'selection';
		problem = '';
	});
	$effect(() => {
		const key = making;
		if (key === undefined) return;
		const timer = setInterval(() => {
			void progressOf(id, key).then(
				(told) => {
					if (making === key) progress = told;
				},
				// How far it is is not worth a word: the file itself tells what goes wrong.
				() => undefined,
			);
		}, POLL_MS);
		return () => clearInterval(timer);
	});

	const choose = (format: ExportFormatName): void => {
		choices.format = format;
		problem = '';
	};

	async function take(): Promise<void> {
		const key = nanoid();
		making = key;
		progress = { done: 0, total: 0 };
		problem = '';
		try {
			const order = orderFor(choices, board.sheet, board.selection);
			const { name, scale } = await download(id, { ...order, key });
			const isSmaller = scale !== undefined && scale < (order.scale ?? 1);
			toaster.success({
				title: m.export_done({ name }),
				description: isSmaller ? m.export_smaller({ percent: Math.round(scale * 100) }) : m.export_where(),
			});
			onclose();
		} catch (error) {
			if (making === key) problem = messageOf(error);
		} finally {
			making = undefined;
		}
	}
	async function stop(): Promise<void> {
		if (making === undefined) return;
		try {
			await stopExport(id, making);
		} catch (error) {
			problem = messageOf(error);
		}
	}
</script>

<Dialog {open} {onclose} title={m.take_out_title()} wide="very">
	<div class="parts">
		<select
			class="entry narrow"
			aria-label={m.export_format()}
			value={choices.format}
			disabled={making !== undefined}
			onchange={(event) => choose(event.currentTarget.value as ExportFormatName)}
		>
			{#each groups as { title, formats } (title)}
				<optgroup label={title}>
					{#each formats as format (format)}<option value={format}>{m[`format_${format}`]()}</option>{/each}
				</optgroup>
			{/each}
		</select>
		<div class="formats" role="radiogroup" aria-label={m.export_format()}>
			{#each groups as { title, formats } (title)}
				<h3>{title}</h3>
				{#each formats as format (format)}
					{@const Icon = LOOK_ICONS[exportFormat(format).look]}
					<label class:on={choices.format === format} data-export={format}>
						<input
							type="radio"
							name="export-format"
							checked={choices.format === format}
							disabled={making !== undefined}
							onchange={() => choose(format)}
						/>
						<Icon size={18} />
						<span>{m[`format_${format}`]()}</span>
					</label>
				{/each}
			{/each}
		</div>
		<div class="options">
			<h3>{m[`format_${choices.format}`]()}</h3>
			<p class="quiet">{m[`format_${choices.format}_more`]()}</p>
			<ExportOptions {board} bind:choices disabled={making !== undefined} />
			{#if board.room.save.is === 'offline' && board.room.save.kept > 0}
				<p class="quiet">{m.export_offline()}</p>
			{/if}
			{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
			{#if making !== undefined}
				<div class="making" role="status">
					<span
						>{m.export_busy()}{#if progress.total > 1}: {m.export_progress(progress)}{/if}</span
					>
					<ProgressBar label={m.export_busy()} value={progress.done} max={Math.max(1, progress.total)} />
				</div>
				<button type="button" class="button" onclick={stop}>{m.export_stop()}</button>
			{:else}
				<button
					type="button"
					class="button main"
					data-testid="make-file"
					disabled={!isComplete(choices)}
					onclick={take}>{m.export_make()}</button
				>
			{/if}
		</div>
	</div>
</Dialog>

<style>
	.parts {
		display: grid;
		grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
		gap: 22px;
	}
	.formats,
	.options {
		display: flex;
		flex-direction: column;
		gap: 4px;
	}
	.options {
		gap: 12px;
		align-self: start;
		position: sticky;
		top: 0;
	}
	h3 {
		margin-top: 6px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
		font-weight: 700;
	}
	.options h3 {
		color: inherit;
		font-size: var(--size-text);
	}
	.options p {
		margin: 0;
	}
	.formats label {
		display: flex;
		align-items: center;
		gap: 10px;
		padding: 4px 10px;
		border: 1px solid transparent;
		border-radius: var(--radius-control);
		cursor: pointer;
	}
	.formats label:hover {
		background: var(--frame-on);
	}
	.formats label.on {
		border-color: var(--frame-strong-line);
		background: var(--frame-on);
	}
	.formats label :global(svg) {
		flex: none;
	}
	.making {
		display: flex;
		flex-direction: column;
		gap: 6px;
		font-size: var(--size-note);
	}
	.problem {
		color: var(--frame-bad);
		font-size: var(--size-note);
	}
	.narrow {
		display: none;
	}
	@media (max-width: 700px) {
		.parts {
			grid-template-columns: minmax(0, 1fr);
		}
		.narrow {
			display: block;
			width: 100%;
		}
		.formats,
		.options h3 {
			display: none;
		}
		.options {
			position: static;
		}
	}
</style>
