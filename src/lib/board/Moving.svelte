<script lang="ts">
	/** Pictures that play, over the canvas: a canvas shows only their first moment. */
	import { isPicture } from '$core/board/kinds/guards';
	import type { ObjectOf } from '$core/board/objects';
	import { WHOLE, wholeBox } from '$core/board/kinds/picture';
	import { overlaps } from '$core/geometry/box';
	import { seen } from '$core/geometry/view';
	import type { Board } from './board.svelte';
	import { fileAddress } from './painter/images';

	const { board }: { board: Board } = $props();
	/** More at once would cost more than they are worth. */
	const MAX = 12;
	const playing = $derived.by(() => {
		const model = board.room.observed;
		const found: ObjectOf<'picture'>[] = [];
		const view = seen(board.view, board.size);
		for (const id of model.playing) {
			const object = model.find(id);
			const bounds = model.boundsOf(id);
			if (!isPicture(object) || object.sheet !== board.sheet) continue;
			if (bounds && overlaps(bounds, view) && found.push(object) >= MAX) break;
		}
		return found;
	});
	const place = (picture: ObjectOf<'picture'>): string => {
		const { view } = board;
		const [x, y, w, h, angle] = picture.box;
		const centre = `${x + w / 2 - view.x}px,${y + h / 2 - view.y}px`;
		return `width:${w}px;height:${h}px;transform:scale(${view.scale}) translate(${centre}) rotate(${angle}deg) translate(-50%,-50%)`;
	};
	const inner = (picture: ObjectOf<'picture'>): string => {
		const whole = wholeBox(picture);
		const [cx, cy] = picture.crop ?? WHOLE;
		return `width:${whole.w}px;height:${whole.h}px;left:${-cx * whole.w}px;top:${-cy * whole.h}px`;
	};
</script>

{#each playing as picture (picture.id)}
	<div class="moving" style={place(picture)} aria-hidden="true">
		<img src={fileAddress(board.room.info.boardId, picture.file)} alt="" style={inner(picture)} />
	</div>
{/each}

<style>
	.moving {
		position: absolute;
		left: 0;
		top: 0;
		overflow: hidden;
		transform-origin: 0 0;
		pointer-events: none;
	}
	img {
		position: absolute;
		max-width: none;
	}
</style>
