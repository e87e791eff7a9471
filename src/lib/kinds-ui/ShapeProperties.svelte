<script lang="ts">
	/** Of a shape: its form, what it is filled with, its outline, its letters. */
	import type { ShapeName } from '$core/board/objects';
	import { m } from '$lib/messages';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import LineValues from '../frame/ledge/LineValues.svelte';
	import ShapeShelf from '../frame/ledge/ShapeShelf.svelte';
	import ColourPop from './ColourPop.svelte';
	import FillPop from './FillPop.svelte';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

	const { objects, style, onset }: KindProperties = $props();
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
