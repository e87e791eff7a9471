<script lang="ts">
	/** A piece as a picture. */
	import { putDown } from '$core/board/ops/clip';
	import type { BoardObject } from '$core/board/objects';
	import LayoutPicture from '../board/LayoutPicture.svelte';

	interface Props {
		objects: readonly BoardObject[];
		width: number;
		height: number;
	}
	const { objects, width, height }: Props = $props();
</script>

<LayoutPicture
	put={(editContext, model, sheet) =>
		void putDown(editContext, model, { objects: [...objects] }, sheet, 0, 0)}
	{width}
	{height}
/>
