<script lang="ts">
	/** Of a note: its colour, form and size, its letters, and whether it says who wrote it. */
	import { setBoxes } from '$core/board/ops/edits';
	import { isNote } from '$core/board/kinds/guards';
	import { NOTE_SIZES, type BoxValues, type NoteForm } from '$core/board/objects';
	import { m } from '$lib/messages';
	import Circle from '@lucide/svelte/icons/circle';
	import Ellipse from '@lucide/svelte/icons/egg';
	import Rectangle from '@lucide/svelte/icons/rectangle-horizontal';
	import Square from '@lucide/svelte/icons/square';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import Check from '../ui/Check.svelte';
	import Choice from '../ui/Choice.svelte';
	import IconChoice from '../ui/IconChoice.svelte';
	import LedgePop from '../frame/ledge/LedgePop.svelte';
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

	const { board, objects, style, onset }: KindProperties = $props();
	const FORMS = [
		{ value: 'card', label: m.form_card(), icon: Rectangle },
		{ value: 'square', label: m.form_square(), icon: Square },
		{ value: 'oval', label: m.form_oval(), icon: Ellipse },
		{ value: 'round', label: m.form_round(), icon: Circle },
	] as const satisfies { value: NoteForm; label: string; icon: unknown }[];
	const SIZES = [
		{ value: 1, label: m.note_size_usual() },
		{ value: 1.5, label: m.note_size_large() },
		{ value: 2.5, label: m.note_size_huge() },
	];
	const chosen = $derived((style['form'] ?? 'card') as NoteForm);

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

{#snippet letterPop()}
	<LetterProperties kind="note" {style} {onset}>
		<Check
			label={m.band()}
			checked={style['bare'] !== true}
			onset={(isShown) => onset({ bare: isShown ? undefined : true })}
		/>
	</LetterProperties>
{/snippet}

<PropertyRow letters={objects.length > 0 ? letterPop : undefined}>
	{#snippet colour()}<Colour of="pigments" {style} {onset} />{/snippet}
	{#snippet form()}
		<LedgePop label={m.form()} word={m.form()}>
			{#snippet icon()}{@const Icon = FORMS.find(({ value }) => value === chosen)!.icon}<Icon
					size={18}
					strokeWidth={1.75}
				/>{/snippet}
			<IconChoice
				label={m.form()}
				values={FORMS}
				value={style['form'] as NoteForm | undefined}
				onchoose={(each) => onset({ form: each })}
			/>
			<Choice
				label={m.note_size()}
				values={SIZES}
				value={undefined}
				onchoose={(size) => size && scaleTo(size)}
			/>
		</LedgePop>
	{/snippet}
</PropertyRow>
