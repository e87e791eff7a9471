<script lang="ts">
	import { m } from '$lib/messages';
	import Archive from '@lucide/svelte/icons/archive';
	import FileImage from '@lucide/svelte/icons/file-image';
	import FileSpreadsheet from '@lucide/svelte/icons/file-spreadsheet';
	import PenTool from '@lucide/svelte/icons/pen-tool';
	import type { Board } from '../board/board.svelte';
	import { messageOf } from '../ui/api';
	import Dialog from '../ui/Dialog.svelte';
	import { toaster } from '../ui/toaster';
	import { download, type ExportOrder } from './actions';

	const { board, open, onclose }: { board: Board; open: boolean; onclose: () => void } = $props();
	let only = $state(false);
	let busy = $state('');
	let problem = $state('');
	const chosen = $derived(board.selection.size);
	$effect(() => {
		if (open) only = board.selection.size > 0;
		problem = '';
	});

	const CHOICES: {
		key: string;
		order: ExportOrder;
		label: () => string;
		more: () => string;
		icon: typeof FileImage;
	}[] = [
		{
			key: 'png1',
			order: { format: 'png', scale: 1 },
			label: () => m.export_png1(),
			more: () => m.export_png1_more(),
			icon: FileImage,
		},
		{
			key: 'png2',
			order: { format: 'png', scale: 2 },
			label: () => m.export_png2(),
			more: () => m.export_png2_more(),
			icon: FileImage,
		},
		{
			key: 'svg',
			order: { format: 'svg' },
			label: () => m.export_svg(),
			more: () => m.export_svg_more(),
			icon: PenTool,
		},
		{
			key: 'csv',
			order: { format: 'csv' },
			label: () => m.export_csv(),
			more: () => m.export_csv_more(),
			icon: FileSpreadsheet,
		},
		{
			key: 'archive',
			order: { format: 'wandtafel' },
			label: () => m.export_archive(),
			more: () => m.export_archive_more(),
			icon: Archive,
		},
	];

	async function take(key: string, order: ExportOrder): Promise<void> {
		busy = key;
		problem = '';
		const part = only && chosen > 0 && order.format !== 'wandtafel' ? { ids: [...board.selection] } : {};
		try {
			// A picture shows this sheet; data comes from all sheets.
			const { name, scale } = await download(board.room.info.boardId, {
				...order,
				...part,
				...(order.format === 'csv' || order.format === 'wandtafel' ? {} : { sheet: board.sheet }),
			});
			const isSmaller = scale !== undefined && scale < (order.scale ?? 1);
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
		{#each CHOICES as { key, order, label, more, icon: Icon } (key)}
			<li>
				<button
					type="button"
					class="choice"
					disabled={busy !== ''}
					onclick={() => take(key, order)}
					data-export={key}
				>
					<Icon size={20} />
					<span><b>{label()}</b><small>{busy === key ? m.export_busy() : more()}</small></span>
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
