<script lang="ts">
	/** Of a shape: its form, what it is filled with, its outline, its letters. */
	import { isFlowShape } from '$core/board/flow-shapes';
	import type { ShapeName } from '$core/board/objects';
	import { m } from '$lib/messages';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import LineValues from '../frame/ledge/LineValues.svelte';
	import WorkPop from '../frame/ledge/WorkPop.svelte';
	import ShapeShelf from '../frame/ledge/ShapeShelf.svelte';
	import ColourPop from './ColourPop.svelte';
	import FillPop from './FillPop.svelte';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

	const { board, objects, style, onset }: KindProperties = $props();
	/** Whether all of them are steps of flows. */
	const areSteps = $derived(
		objects.length > 0 &&
			objects.every((object) => isFlowShape(object) || board.room.observed.tiesOf(object.id).length > 0),
	);
</script>

{#snippet letterPop()}<LetterProperties kind="shape" {style} {onset} />{/snippet}

<PropertyRow letters={objects.length > 0 ? letterPop : undefined}>
	{#snippet colour()}
		<FillPop {style} {onset} />
		<ColourPop
			of="chalks"
			none
			label={m.outline()}
			word={m.outline()}
			value={style['bare'] ? 'none' : (style['chalk'] as string | undefined)}
			onchoose={(chalk) => onset(chalk === 'none' ? { bare: true } : { chalk, bare: undefined })}
		>
			<LineValues {style} {onset} of="shape" />
		</ColourPop>
	{/snippet}
	{#snippet form()}<ShapeShelf
			value={style['shape'] as ShapeName}
			onchoose={(shape) => onset({ shape })}
		/>{/snippet}
</PropertyRow>
{#if areSteps}<WorkPop {board} {objects} />{/if}
