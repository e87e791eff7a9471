<script lang="ts">
	/** A picture on the ground that moves, side by side under the canvas; a canvas would show only its first moment. */
	import type { Board } from './board.svelte';
	import { MIN_PICTURE } from './painter/grain';
	import { fileAddress } from './painter/images';

	const { board }: { board: Board } = $props();

	const style = $derived.by(() => {
		board.room.changes.observe();
		const { picture, colour } = board.ground;
		if (!picture?.moves) return undefined;
		const { x, y, scale } = board.view;
		const [w, h] = [picture.w * scale, picture.h * scale];
		const ground = `background-color:${colour};`;
		if (Math.min(w, h) < MIN_PICTURE) return ground;
		const address = fileAddress(board.room.info.boardId, picture.file);
		return `${ground}background-image:url(${address});background-size:${w}px ${h}px;background-position:${-x * scale}px ${-y * scale}px`;
	});
</script>

{#if style}<div class="ground" {style} data-testid="moving-ground" aria-hidden="true"></div>{/if}

<style>
	.ground {
		position: absolute;
		inset: 0;
		pointer-events: none;
	}
</style>
