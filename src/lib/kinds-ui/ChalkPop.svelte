<script lang="ts">
	/** The chalk of an object that has another colour beside it. */
	import { m } from '$lib/messages';
	import ColourPop from './ColourPop.svelte';
	import type { KindProperties } from './properties';

	const { style, onset }: Pick<KindProperties, 'style' | 'onset'> = $props();
</script>

<ColourPop
	of="chalks"
	label={m.chalk()}
	word={m.ledge_chalk()}
	value={style['chalk'] as string | undefined}
	onchoose={(chalk) => onset({ chalk })}
/>
