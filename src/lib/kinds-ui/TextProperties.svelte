<script lang="ts">
	/** Of free text: what it is in what one reads, its chalk, its letters. */
	import { TEXT_ROLES, type TextRole } from '$core/board/objects';
	import { m } from '$lib/messages';
	import Heading from '@lucide/svelte/icons/heading';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import Choice from '../ui/Choice.svelte';
	import LedgePop from '../frame/ledge/LedgePop.svelte';
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';
	import PropertyRow from './PropertyRow.svelte';

	const { objects, style, onset }: KindProperties = $props();
	const LABELS: Record<TextRole, string> = {
		title: m.role_title(),
		heading: m.role_heading(),
		body: m.role_body(),
	};
</script>

{#snippet letterPop()}<LetterProperties kind="text" usual="left" {style} {onset} />{/snippet}

<PropertyRow letters={objects.length > 0 ? letterPop : undefined}>
	{#snippet colour()}<Colour of="chalks" {style} {onset} />{/snippet}
	{#snippet form()}
		<LedgePop label={m.form()} word={m.form()}>
			{#snippet icon()}<Heading size={18} strokeWidth={1.75} />{/snippet}
			<Choice
				label={m.text_role()}
				values={TEXT_ROLES.map((value) => ({ value, label: LABELS[value] }))}
				value={style['role'] as TextRole | undefined}
				onchoose={(role) => onset({ role })}
			/>
		</LedgePop>
	{/snippet}
</PropertyRow>
