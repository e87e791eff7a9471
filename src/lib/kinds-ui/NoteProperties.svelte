<script lang="ts">
	/** Of a note: its colour, form and size, its letters, and whether it says who wrote it. */
	import { setBoxes } from '$core/board/edits';
	import { isNote } from '$core/board/kinds/guards';
	import { NOTE_FORMS, NOTE_SIZES, type BoxValues, type NoteForm } from '$core/board/objects';
	import { m } from '$lib/messages';
	import Circle from '@lucide/svelte/icons/circle';
	import Ellipse from '@lucide/svelte/icons/egg';
	import Rectangle from '@lucide/svelte/icons/rectangle-horizontal';
	import Square from '@lucide/svelte/icons/square';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import Choice from '../ui/Choice.svelte';
	import Pop from '../ui/Pop.svelte';
	import Pigment from './Pigment.svelte';
	import type { KindProperties } from './properties';

	const { board, objects, style, onset }: KindProperties = $props();
	const ICONS = { card: Rectangle, square: Square, oval: Ellipse, round: Circle };
	const LABELS: Record<NoteForm, string> = {
		card: m.form_card(),
		square: m.form_square(),
		oval: m.form_oval(),
		round: m.form_round(),
	};
	const SIZES = [
		{ value: 1, label: m.note_size_usual() },
		{ value: 1.5, label: m.note_size_large() },
		{ value: 2.5, label: m.note_size_huge() },
	];
	const form = $derived((style['form'] ?? 'card') as NoteForm);

	/** Gives notes a size of ours, about their middles. */
	function scaleTo(factor: number): void {
		const boxes = new Map<string, BoxValues>();
		for (const note of objects) {
			if (!isNote(note) || note.lock) continue;
			const [x, y, w, h, angle] = note.box;
			const size = NOTE_SIZES[note.style.form];
			const [nw, nh] = [size.w * factor, size.h * factor];
			boxes.set(note.id, [x + (w - nw) / 2, y + (h - nh) / 2, nw, nh, angle]);
		}
		board.asOne(() => {
			setBoxes(board.room.editContext, boxes);
			for (const id of boxes.keys()) {
				const note = board.model.find(id);
				if (note) board.writing.grow(note);
			}
		});
	}
</script>

<Pigment {style} {onset} />
<Pop label={m.form()}>
	{#snippet face()}{@const Icon = ICONS[form]}<Icon size={18} />{/snippet}
	<div class="group" role="group" aria-label={m.form()}>
		{#each NOTE_FORMS as each (each)}
			{@const Icon = ICONS[each]}
			<button
				type="button"
				class="icon-button"
				aria-pressed={style['form'] === each}
				aria-label={LABELS[each]}
				title={LABELS[each]}
				onclick={() => onset({ form: each })}><Icon size={17} /></button
			>
		{/each}
	</div>
	<Choice label={m.note_size()} values={SIZES} value={undefined} onchoose={(size) => size && scaleTo(size)} />
</Pop>
{#if objects.length > 0}
	<LetterProperties kind="note" {style} {onset}>
		<label class="check"
			><input
				type="checkbox"
				checked={style['bare'] !== true}
				onchange={(event) => onset({ bare: event.currentTarget.checked ? undefined : true })}
			/>{m.band()}</label
		>
	</LetterProperties>
{/if}

<style>
	.group {
		display: flex;
		flex: none;
		align-items: center;
		gap: 1px;
	}
	.check {
		display: flex;
		align-items: center;
		gap: 8px;
		font-size: var(--size-note);
		cursor: pointer;
	}
</style>
