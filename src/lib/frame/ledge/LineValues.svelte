<script lang="ts">
	/** How a line is drawn: thickness, pattern, see-through, and what stands at its ends. */
	import { DASHES, TIPS, type Tip } from '$core/board/objects';
	import { tipItems } from '$core/board/kinds/tips';
	import { m } from '$lib/messages';
	import Choice from '../../ui/Choice.svelte';
	import LineSample from './LineSample.svelte';

	interface Props {
		style: Record<string, unknown>;
		/** Connectors have ends; shapes can be seen through. */
		of: 'connector' | 'shape' | 'stroke';
		onset: (style: Record<string, unknown>) => void;
	}
	const { style, of, onset }: Props = $props();

	/** Of lines and outlines; what pens draw is thicker. */
	const WIDTHS = $derived(of === 'stroke' ? [2, 4, 8, 14, 24] : [1, 2, 4, 7]);
	const ALPHAS = [1, 0.75, 0.5, 0.25];
	const DASH_LABELS = { solid: m.dash_solid(), dashed: m.dash_dashed(), dotted: m.dash_dotted() };
	const TIP_LABELS: Record<Tip, string> = {
		none: m.tip_none(),
		arrow: m.tip_arrow(),
		open: m.tip_open(),
		dot: m.tip_dot(),
		rhomb: m.tip_rhomb(),
		bar: m.tip_bar(),
	};
	const width = $derived((style['width'] as number | undefined) ?? 2);
	const dash = $derived((style['dash'] as (typeof DASHES)[number] | undefined) ?? 'solid');
	const tips = TIPS.map((value) => ({ value, label: TIP_LABELS[value] }));

	/** A tip as it is drawn on the board, for a small picture. */
	const tipPicture = (tip: Tip) => tipItems(tip, { x: 24, y: 8 }, { x: 0, y: 8 }, 'currentColor', 2);
</script>

{#snippet widthFace(value: number)}<LineSample thickness={Math.min(value, 13)} dash="solid" />{/snippet}
{#snippet dashFace(value: string)}<LineSample thickness={2} dash={value} />{/snippet}
{#snippet tipFace(value: Tip)}
	<svg width="26" height="16" aria-hidden="true">
		<line
			x1="1"
			y1="8"
			x2={value === 'none' || value === 'bar' || value === 'open' ? 23 : 16}
			y2="8"
			stroke="currentColor"
			stroke-width="2"
		/>
		{#each tipPicture(value) as item, i (i)}
			{#if item.type === 'ellipse'}<ellipse
					cx={item.cx}
					cy={item.cy}
					rx={item.rx}
					ry={item.ry}
					fill="currentColor"
				/>
			{:else if item.type === 'path'}<polyline
					points={item.points.map((p) => p.join()).join(' ')}
					fill={item.fill ? 'currentColor' : 'none'}
					stroke="currentColor"
					stroke-width={item.fill ? 0 : 2}
				/>{/if}
		{/each}
	</svg>
{/snippet}

<Choice
	label={m.thickness()}
	values={WIDTHS.map((value) => ({ value, label: `${value}` }))}
	value={width}
	face={widthFace}
	onchoose={(value) => onset({ width: value })}
/>
{#if of !== 'stroke'}<Choice
		label={m.dash()}
		values={DASHES.map((value) => ({ value, label: DASH_LABELS[value] }))}
		value={dash}
		face={dashFace}
		onchoose={(value) => onset({ dash: value })}
	/>{/if}
{#if of === 'connector'}
	<Choice
		label={m.end_start()}
		values={tips}
		value={style['start'] as Tip}
		face={tipFace}
		onchoose={(start) => onset({ start })}
	/>
	<Choice
		label={m.end_end()}
		values={tips}
		value={style['end'] as Tip}
		face={tipFace}
		onchoose={(end) => onset({ end })}
	/>
{:else if of === 'shape'}
	<Choice
		label={m.see_through()}
		values={ALPHAS.map((value) => ({ value, label: `${Math.round((1 - value) * 100)} %` }))}
		value={(style['alpha'] as number | undefined) ?? 1}
		onchoose={(alpha) => onset({ alpha })}
	/>
{/if}
