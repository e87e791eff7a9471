<script lang="ts">
	/** Of a shape: its form, what it is filled with, its outline, its letters. */
	import type { ShapeName } from '$core/board/objects';
	import { m } from '$lib/messages';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import LineProperties from '../frame/ledge/LineProperties.svelte';
	import ShapeShelf from '../frame/ledge/ShapeShelf.svelte';
	import Swatches from '../ui/Swatches.svelte';
	import type { KindProperties } from './properties';

	const { objects, style, onset }: KindProperties = $props();
</script>

<ShapeShelf value={style['shape'] as ShapeName} onchoose={(shape) => onset({ shape })} />
<Swatches
	of="pigments"
	none
	own
	value={style['fill'] as string | undefined}
	onchoose={(fill) => onset({ fill })}
	label={m.fill()}
	size={20}
/>
<Swatches
	of="chalks"
	none
	own
	value={style['bare'] ? 'none' : (style['chalk'] as string | undefined)}
	onchoose={(chalk) => onset(chalk === 'none' ? { bare: true } : { chalk, bare: undefined })}
	label={m.outline()}
	size={20}
/>
<LineProperties {style} {onset} of="shape" />
{#if objects.length > 0}<LetterProperties kind="shape" {style} {onset} />{/if}
