<script lang="ts">
	/** Of a shape: its form, what it is filled with, its outline, its letters. */
	import type { ShapeName } from '$core/board/objects';
	import { m } from '$lib/messages';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import LineValues from '../frame/ledge/LineValues.svelte';
	import ShapeShelf from '../frame/ledge/ShapeShelf.svelte';
	import ColourSlot from './ColourSlot.svelte';
	import type { KindProperties } from './properties';
	import Slots from './Slots.svelte';

	const { objects, style, onset }: KindProperties = $props();
</script>

{#snippet letterSlot()}<LetterProperties kind="shape" {style} {onset} />{/snippet}

<Slots letters={objects.length > 0 ? letterSlot : undefined}>
	{#snippet colour()}
		<ColourSlot
			of="pigments"
			none
			label={m.fill()}
			word={m.fill()}
			value={style['fill'] as string | undefined}
			onchoose={(fill) => onset({ fill })}
		/>
		<ColourSlot
			of="chalks"
			none
			label={m.outline()}
			word={m.outline()}
			value={style['bare'] ? 'none' : (style['chalk'] as string | undefined)}
			onchoose={(chalk) => onset(chalk === 'none' ? { bare: true } : { chalk, bare: undefined })}
		>
			<LineValues {style} {onset} of="shape" />
		</ColourSlot>
	{/snippet}
	{#snippet form()}<ShapeShelf
			value={style['shape'] as ShapeName}
			onchoose={(shape) => onset({ shape })}
		/>{/snippet}
</Slots>
