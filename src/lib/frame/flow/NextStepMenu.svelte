<script lang="ts">
	/** What can come next in a flow, offered where the hand let go of a line in the open. */
	import { SHAPES, type ShapeName } from '$core/board/shapes';
	import { toScreen } from '$core/geometry/view';
	import type { Point } from '$core/geometry/box';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import { growAt, offeredNext } from '../../board/flows';
	import { drawLine } from '../../board/tools/link';
	import { shapeName } from '../../ui/shape-names';
	import PointMenu, { type MenuItem } from '../../ui/PointMenu.svelte';

	interface Props {
		board: Board;
		offered: { from: string; at: Point } | undefined;
		onclose: () => void;
	}
	const { board, offered, onclose }: Props = $props();

	const groups = $derived.by((): MenuItem[][] => {
		const next = offered && offeredNext(board, offered.from);
		if (!next) return [];
		const steps =
			next === 'alike'
				? [{ id: 'alike', label: m.flow_alike() }]
				: next.map((shape) => ({ id: shape, label: shapeName(shape) }));
		return [steps, [{ id: 'line', label: m.flow_line_only() }]];
	});
	/** On the screen, where the hand was. */
	const at = $derived.by(() => {
		if (!offered) return undefined;
		const { x, y } = toScreen(board.view, offered.at);
		const { left = 0, top = 0 } = document.querySelector('.canvas')?.getBoundingClientRect() ?? {};
		return { x: left + x, y: top + y };
	});

	function choose(id: string): void {
		if (!offered) return;
		const { from, at: point } = offered;
		onclose();
		if (id === 'line')
			drawLine(board, { object: from }, { point: [Math.round(point.x), Math.round(point.y)] });
		else growAt(board, from, point, SHAPES.includes(id as ShapeName) ? (id as ShapeName) : undefined);
	}
</script>

<PointMenu {groups} {at} label={m.flow_next_offered()} onchoose={choose} {onclose} />
