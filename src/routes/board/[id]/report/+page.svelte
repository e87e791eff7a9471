<script lang="ts">
	/** The outcome as a page: edited where it stands by those who lead, printed, and taken out as PDF and Markdown. */
	import { reportSchema, type Report } from '$core/report/document';
	import { m } from '$lib/messages';
	import { REPORT_EXTENSIONS } from '$lib/report/extensions';
	import { addressOf } from '$core/contract/endpoint';
	import { downloadReport, forgetReport, keepReport, type ReportFormat } from '$core/contract/report';
	import { call } from '$lib/api/client';
	import { messageOf } from '$lib/api/errors';
	import { toaster } from '$lib/ui/toaster';
	import { Editor } from '@tiptap/core';
	import ArrowLeft from '@lucide/svelte/icons/arrow-left';
	import FileDown from '@lucide/svelte/icons/file-down';
	import Printer from '@lucide/svelte/icons/printer';
	import RefreshCw from '@lucide/svelte/icons/refresh-cw';
	import { onMount, untrack } from 'svelte';
	import type { PageProps } from './$types';
	import { attempt } from '$lib/ui/attempt';

	const { data }: PageProps = $props();
	const params = $derived({ id: data.boardId });
	let editor = $state.raw<Editor | undefined>();
	let revision = untrack(() => data.revision);
	let save = $state<'saved' | 'saving' | 'waiting' | 'failed'>('saved');
	let timer: ReturnType<typeof setTimeout> | undefined;
	/** Counts what changes in the editor, so that buttons follow. */
	let turn = $state(0);
	/** How long one goes on writing before it is saved, ms. */
	const SAVE_AFTER = 800;

	function mount(element: HTMLElement): () => void {
		const made = new Editor({
			element,
			extensions: REPORT_EXTENSIONS,
			content: untrack(() => data.report),
			editable: untrack(() => data.mayEdit),
			editorProps: { attributes: { 'aria-label': m.report(), role: 'textbox', 'aria-multiline': 'true' } },
			onUpdate: () => {
				save = 'waiting';
				clearTimeout(timer);
				timer = setTimeout(() => void keep(), SAVE_AFTER);
			},
			onTransaction: () => turn++,
		});
		editor = made;
		return () => made.destroy();
	}
	let keeping: Promise<boolean> | undefined;
	/** Saves what stands there; one saving after the other. */
	async function keep(): Promise<boolean> {
		await keeping;
		keeping = sendOff();
		return keeping;
	}
	async function sendOff(): Promise<boolean> {
		if (!editor) return false;
		clearTimeout(timer);
		save = 'saving';
		try {
			const report: Report = reportSchema.parse(editor.getJSON());
			const { revision: next } = await call(keepReport, {
				params,
				body: { report, basedOn: revision },
			});
			revision = next;
			save = 'saved';
			return true;
		} catch (error) {
			save = 'failed';
			toaster.error({ title: m.did_not_work(), description: messageOf(error) });
			return false;
		}
	}
	async function take(format: ReportFormat): Promise<void> {
		if (save === 'waiting' && !(await keep())) return;
		location.href = addressOf(downloadReport, { ...params, format });
	}
	const anew = (): Promise<boolean> =>
		attempt(async () => {
			const shown = await call(forgetReport, { params });
			clearTimeout(timer);
			revision = shown.revision;
			editor?.commands.setContent(shown.report, { emitUpdate: false });
			save = 'saved';
			isSure = false;
		});
	let isSure = $state(false);
	onMount(() => {
		const leave = (event: BeforeUnloadEvent): void => {
			if (save !== 'saved') event.preventDefault();
		};
		addEventListener('beforeunload', leave);
		return () => {
			removeEventListener('beforeunload', leave);
			if (save === 'waiting') void keep();
		};
	});
	const TOOLS = [
		{
			label: () => m.bold(),
			face: 'B',
			is: 'bold',
			do: (it: Editor) => it.chain().focus().toggleBold().run(),
		},
		{
			label: () => m.italic(),
			face: 'I',
			is: 'italic',
			do: (it: Editor) => it.chain().focus().toggleItalic().run(),
		},
		{
			label: () => m.report_heading(),
			face: 'H',
			is: 'heading',
			do: (it: Editor) => it.chain().focus().toggleHeading({ level: 2 }).run(),
		},
		{
			label: () => m.report_list(),
			face: '•',
			is: 'bulletList',
			do: (it: Editor) => it.chain().focus().toggleBulletList().run(),
		},
	];
	const isOn = (is: string): boolean => {
		void turn;
		return editor?.isActive(is) ?? false;
	};
	const SAVE_WORDS = {
		saved: () => (data.mayEdit ? m.save_saved() : ''),
		saving: () => m.save_saving(),
		waiting: () => m.save_saving(),
		failed: () => m.report_not_saved(),
	};
</script>

<svelte:head><title>{m.report_file({ title: data.title })}</title></svelte:head>

<header class="bar">
	<a class="icon-button" href="/board/{data.boardId}" aria-label={m.to_the_board()} title={m.to_the_board()}
		><ArrowLeft size={18} /></a
	>
	<div class="words">
		<h1>{m.report()}</h1>
		<p class="quiet" role="status" data-testid="report-state">{SAVE_WORDS[save]()}</p>
	</div>
	{#if data.mayEdit}
		<div class="tools" role="toolbar" aria-label={m.format()}>
			{#each TOOLS as { label, face, is, do: run } (is)}
				<button
					type="button"
					class="icon-button"
					aria-label={label()}
					title={label()}
					aria-pressed={isOn(is)}
					onclick={() => editor && run(editor)}><b>{face}</b></button
				>
			{/each}
		</div>
	{/if}
	<div class="out">
		{#if data.mayEdit}
			{#if isSure}
				<button type="button" class="button" onclick={anew}>{m.report_anew_yes()}</button>
				<button type="button" class="button" onclick={() => (isSure = false)}>{m.cancel()}</button>
			{:else}
				<button type="button" class="button" onclick={() => (isSure = true)}
					><RefreshCw size={16} />{m.report_anew()}</button
				>
			{/if}
		{/if}
		<button type="button" class="button" onclick={() => window.print()}
			><Printer size={16} />{m.print()}</button
		>
		<button type="button" class="button" onclick={() => take('md')}><FileDown size={16} />Markdown</button>
		<button type="button" class="button" onclick={() => take('docx')}><FileDown size={16} />DOCX</button>
		<button type="button" class="button main" onclick={() => take('pdf')}><FileDown size={16} />PDF</button>
	</div>
</header>
<main>
	<article {@attach mount} data-testid="report"></article>
</main>

<style>
	.bar {
		position: sticky;
		z-index: 5;
		top: 0;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px 16px;
		padding: 8px 18px;
		border-bottom: 1px solid var(--frame-line);
		background: var(--frame-ground);
	}
	h1 {
		font-weight: 700;
	}
	.words {
		min-width: 120px;
		line-height: 1.2;
	}
	.words p {
		font-size: var(--size-small);
	}
	.tools,
	.out {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}
	.out {
		margin-left: auto;
	}
	main {
		padding: 24px 16px 60px;
	}
	article {
		max-width: 820px;
		margin: 0 auto;
		padding: 44px 56px;
		border-radius: 4px;
		background: #fffdf7;
		color: #1d2421;
		line-height: 1.5;
	}
	article :global(.ProseMirror) {
		outline: none;
	}
	article :global(h1) {
		margin-bottom: 10px;
		font-size: 28px;
		font-weight: 700;
	}
	article :global(h2) {
		margin: 22px 0 6px;
		font-size: 19px;
		font-weight: 700;
	}
	article :global(h3) {
		margin: 14px 0 4px;
		font-weight: 700;
	}
	article :global(p) {
		margin: 0 0 6px;
	}
	article :global(ul),
	article :global(ol) {
		margin: 2px 0 8px 22px;
	}
	article :global(ul) {
		list-style: disc;
	}
	article :global(ol) {
		list-style: decimal;
	}
	article :global(li p) {
		margin: 0;
	}
	article :global(img) {
		max-width: 100%;
		max-height: 460px;
		border-radius: 4px;
	}
	@media (max-width: 640px) {
		article {
			padding: 22px 18px;
		}
	}
	@media print {
		.bar {
			display: none;
		}
		main,
		article {
			max-width: none;
			padding: 0;
		}
		article :global(img) {
			break-inside: avoid;
		}
	}
</style>
