<script lang="ts">
	/** Of free text: what it is in what one reads, its chalk, its letters. */
	import { TEXT_ROLES, type TextRole } from '$core/board/objects';
	import { m } from '$lib/messages';
	import Heading from '@lucide/svelte/icons/heading';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import Choice from '../ui/Choice.svelte';
	import SlotPop from '../ui/SlotPop.svelte';
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';
	import Slots from './Slots.svelte';

	const { objects, style, onset }: KindProperties = $props();
	const LABELS: Record<TextRole, string> = {
		title: m.role_title(),
		heading: m.role_heading(),
		body: m.role_body(),
	};
</script>

{#snippet letterSlot()}<LetterProperties kind="text" usual="left" {style} {onset} />{/snippet}

<Slots letters={objects.length > 0 ? letterSlot : undefined}>
	{#snippet colour()}<Colour of="chalks" {style} {onset} />{/snippet}
	{#snippet form()}
		<SlotPop label={m.form()} word={m.form()}>
			{#snippet icon()}<Heading size={18} strokeWidth={1.75} />{/snippet}
			<Choice
				label={m.text_role()}
				values={TEXT_ROLES.map((value) => ({ value, label: LABELS[value] }))}
				value={style['role'] as TextRole | undefined}
				onchoose={(role) => onset({ role })}
			/>
		</SlotPop>
	{/snippet}
</Slots>
