<script lang="ts">
	/** How the text of an object is set: typeface, size, alignment, and what belongs to its kind. */
	import { ALIGNMENTS, FAMILIES, hasStyle, type KindName } from '$core/board/objects';
	import { m } from '$lib/messages';
	import type { Snippet } from 'svelte';
	import Center from '@lucide/svelte/icons/text-align-center';
	import Left from '@lucide/svelte/icons/text-align-start';
	import Right from '@lucide/svelte/icons/text-align-end';
	import Letters from '@lucide/svelte/icons/case-sensitive';
	import Check from '../../ui/Check.svelte';
	import Choice from '../../ui/Choice.svelte';
	import LedgePop from './LedgePop.svelte';
	import Swatches from '../../ui/Swatches.svelte';

	interface Props {
		kind: KindName;
		/** How its text is aligned where nothing was chosen. */
		usual?: (typeof ALIGNMENTS)[number];
		style: Record<string, unknown>;
		onset: (style: Record<string, unknown>) => void;
		/** What belongs to the kind alone. */
		children?: Snippet;
	}
	const { kind, usual = 'centre', style, onset, children }: Props = $props();

	const SIZES = [undefined, 12, 16, 20, 28, 40, 64];
	const ICONS = { left: Left, centre: Center, right: Right };
	const FAMILY_LABELS = { sans: m.family_sans(), hand: m.family_hand(), mono: m.family_mono() };
	const FAMILY_CSS = { sans: 'inherit', hand: 'Kalam', mono: 'JetBrains Mono' };
	const ALIGN_LABELS = { left: m.align_left(), centre: m.align_centre(), right: m.align_right() };
</script>

{#snippet familyFace(value: (typeof FAMILIES)[number])}<span style:font-family={FAMILY_CSS[value]}>Aa</span
	>{/snippet}
{#snippet alignFace(value: (typeof ALIGNMENTS)[number])}{@const Icon = ICONS[value]}<Icon
		size={17}
	/>{/snippet}

<LedgePop label={m.letters()} word={m.letters()}>
	{#snippet icon()}<Letters size={18} strokeWidth={1.75} />{/snippet}
	<Choice
		label={m.family()}
		values={FAMILIES.map((value) => ({ value, label: FAMILY_LABELS[value] }))}
		value={(style['family'] as (typeof FAMILIES)[number] | undefined) ?? 'sans'}
		face={familyFace}
		onchoose={(family) => onset({ family })}
	/>
	<Choice
		label={m.type_size()}
		values={SIZES.map((value) => ({ value, label: value === undefined ? m.type_size_fit() : `${value}` }))}
		value={style['size'] as number | undefined}
		onchoose={(size) => onset({ size })}
	/>
	{#if hasStyle(kind, 'align')}<Choice
			label={m.align()}
			values={ALIGNMENTS.map((value) => ({ value, label: ALIGN_LABELS[value] }))}
			value={(style['align'] as (typeof ALIGNMENTS)[number] | undefined) ?? usual}
			face={alignFace}
			onchoose={(align) => onset({ align })}
		/>{/if}
	{@render children?.()}
	{#if hasStyle(kind, 'headed')}
		<Check
			label={m.headings()}
			checked={style['headed'] !== false}
			onset={(isHeaded) => onset({ headed: isHeaded ? undefined : false })}
		/>
	{/if}
	{#if hasStyle(kind, 'ground')}
		<div>
			<span class="label">{m.background()}</span>
			<Swatches
				of="pigments"
				none
				value={(style['ground'] as string | undefined) ?? 'none'}
				onchoose={(ground) => onset({ ground: ground === 'none' ? undefined : ground })}
				label={m.background()}
				size={20}
			/>
		</div>
	{/if}
	{#if hasStyle(kind, 'free')}
		<Check
			label={m.width_free()}
			checked={style['free'] === true}
			onset={(isFree) => onset({ free: isFree ? true : undefined })}
		/>
	{/if}
</LedgePop>
