<script lang="ts">
	import { m } from '$lib/messages';
	import Archive from '@lucide/svelte/icons/archive';
	import FileImage from '@lucide/svelte/icons/file-image';
	import FileSpreadsheet from '@lucide/svelte/icons/file-spreadsheet';
	import PenTool from '@lucide/svelte/icons/pen-tool';
	import type { Board } from '../board/board.svelte';
	import { messageOf } from '$lib/api/errors';
	import Dialog from '../ui/Dialog.svelte';
	import { toaster } from '../ui/toaster';
	import { EXPORT_FORMAT_NAMES, exportFormat, type ExportFormat } from '$core/formats/exports';
	import { download } from './actions';

	const { board, open, onclose }: { board: Board; open: boolean; onclose: () => void } = $props();
	let only = $state(false);
	let busy = $state('');
	let problem = $state('');
	const chosen = $derived(board.selection.size);
	$effect(() => {
		if (open) only = board.selection.size > 0;
		problem = '';
	});

	const ICONS: Record<ExportFormat['look'], typeof FileImage> = {
		picture: FileImage,
		drawing: PenTool,
		table: FileSpreadsheet,
		archive: Archive,
	};
	/** Each format, once for each scale that it is offered in. */
	const CHOICES = EXPORT_FORMAT_NAMES.flatMap((format) => {
		const { look, scales } = exportFormat(format);
		const choice = {
			format,
			icon: ICONS[look],
			label: m[`format_${format}`](),
			more: m[`format_${format}_more`](),
		};
		return (scales ?? [undefined]).map((scale) => ({
			...choice,
			key: `${format}${scale ?? ''}`,
			scale,
			label: (scale ?? 1) === 1 ? choice.label : m.export_larger({ format: choice.label, scale: scale! }),
			more: (scale ?? 1) === 1 ? choice.more : m.export_larger_more(),
		}));
	});

	async function take({ key, format, scale: wished }: (typeof CHOICES)[number]): Promise<void> {
		busy = key;
		problem = '';
		const { covers } = exportFormat(format);
		const part = only && chosen > 0 && covers !== 'board' ? { ids: [...board.selection] } : {};
		try {
			// A picture shows this sheet; data comes from all sheets.
			const { name, scale } = await download(board.room.info.boardId, {
				format,
				...part,
				...(wished === undefined ? {} : { scale: wished }),
				...(covers === 'sheet' ? { sheet: board.sheet } : {}),
			});
			const isSmaller = scale !== undefined && scale < (wished ?? 1);
			toaster.success({
				title: m.export_done({ name }),
				description: isSmaller ? m.export_smaller({ percent: Math.round(scale * 100) }) : m.export_where(),
			});
			onclose();
		} catch (error) {
			problem = messageOf(error);
		} finally {
			busy = '';
		}
	}
</script>

<Dialog {open} {onclose} title={m.take_out_title()}>
	{#if chosen > 0}
		<label class="only"
			><input type="checkbox" bind:checked={only} /> {m.export_only_selected({ count: chosen })}</label
		>
	{/if}
	<ul>
		{#each CHOICES as choice (choice.key)}
			{@const { key, label, more, icon: Icon } = choice}
			<li>
				<button
					type="button"
					class="choice"
					disabled={busy !== ''}
					onclick={() => take(choice)}
					data-export={key}
				>
					<Icon size={20} />
					<span><b>{label}</b><small>{busy === key ? m.export_busy() : more}</small></span>
				</button>
			</li>
		{/each}
	</ul>
	{#if board.room.save.is === 'offline' && board.room.save.kept > 0}<p class="quiet">
			{m.export_offline()}
		</p>{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</Dialog>

<style>
	.only {
		display: flex;
		gap: 8px;
		margin-bottom: 10px;
		font-size: var(--size-note);
	}
	ul {
		display: flex;
		flex-direction: column;
		gap: 8px;
	}
	.choice {
		display: flex;
		align-items: center;
		gap: 12px;
		width: 100%;
		padding: 9px 12px;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
		text-align: left;
		cursor: pointer;
	}
	.choice:hover:not(:disabled) {
		background: var(--frame-on);
	}
	.choice :global(svg) {
		flex: none;
	}
	.choice span {
		display: flex;
		flex-direction: column;
		line-height: 1.3;
	}
	small {
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.problem {
		margin-top: 10px;
		color: var(--frame-bad);
		font-size: var(--size-note);
	}
</style>
