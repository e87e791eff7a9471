<script lang="ts">
	/** The chalk of an object that has another colour beside it. */
	import { m } from '$lib/messages';
	import ColourSlot from './ColourSlot.svelte';
	import type { KindProperties } from './properties';

	const { style, onset }: Pick<KindProperties, 'style' | 'onset'> = $props();
</script>

<ColourSlot
	of="chalks"
	label={m.chalk()}
	word={m.slot_chalk()}
	value={style['chalk'] as string | undefined}
	onchoose={(chalk) => onset({ chalk })}
/>
