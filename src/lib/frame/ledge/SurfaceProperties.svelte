<script lang="ts">
	/** The ground of the sheet: surface, own colour, pattern; for this sheet or all. */
	import { SURFACE_COLOURS, SURFACES, type Surface } from '$core/board/colours';
	import { PATTERNS, type Pattern, type Sheet } from '$core/board/objects';
	import { changeSheet } from '$core/board/ops/sheets';
	import { m } from '$lib/messages';
	import Image from '@lucide/svelte/icons/image';
	import SurfaceIcon from '@lucide/svelte/icons/layers';
	import type { Board } from '../../board/board.svelte';
	import { chooseGround } from '../../board/pictures';
	import Choice from '../../ui/Choice.svelte';
	import Pop from '../../ui/Pop.svelte';

	const { board }: { board: Board } = $props();
	let all = $state(false);

	const sheet = $derived.by(() => {
		return board.room.observed.sheets.find((each) => each.id === board.sheet);
	});
	const SURFACE_LABELS: Record<Surface, string> = {
		slate: m.surface_slate(),
		paper: m.surface_paper(),
		linen: m.surface_linen(),
	};
	const PATTERN_LABELS: Record<Pattern, string> = {
		dots: m.pattern_dots(),
		squares: m.pattern_squares(),
		lines: m.pattern_lines(),
		none: m.pattern_none(),
	};

	async function takePicture(): Promise<void> {
		const picture = await chooseGround(board);
		if (picture) change({ picture });
	}

	/** Writes to this sheet, or to every sheet, as one step. */
	function change(values: {
		surface?: Surface;
		colour?: string | undefined;
		pattern?: Pattern;
		picture?: NonNullable<Sheet['ground']>['picture'] | undefined;
	}): void {
		const sheets = all ? board.model.sheets : board.model.sheets.filter((each) => each.id === board.sheet);
		board.oneStep(() => {
			for (const each of sheets) {
				const ground = { ...each.ground, ...('pattern' in values ? { pattern: values.pattern } : {}) };
				if ('surface' in values) delete ground.colour;
				if (values.colour) ground.colour = values.colour;
				if ('picture' in values) {
					delete ground.picture;
					if (values.picture) ground.picture = values.picture;
				}
				changeSheet(board.room.editContext, each.id, {
					...(values.surface ? { surface: values.surface } : {}),
					ground: Object.keys(ground).length > 0 ? ground : undefined,
				});
			}
		});
	}
</script>

{#snippet surfaceFace(value: Surface)}<span class="sample" style:background={SURFACE_COLOURS[value].ground}
	></span>{SURFACE_LABELS[value]}{/snippet}

<Pop label={m.surface()}>
	{#snippet face()}<SurfaceIcon size={18} />{/snippet}
	<Choice
		label={m.surface()}
		values={SURFACES.map((value) => ({ value, label: SURFACE_LABELS[value] }))}
		value={sheet?.ground?.colour ? undefined : sheet?.surface}
		face={surfaceFace as never}
		onchoose={(surface) => surface && change({ surface })}
	/>
	<label class="own"
		><input
			type="color"
			value={sheet?.ground?.colour ?? SURFACE_COLOURS[sheet?.surface ?? 'slate'].ground.toLowerCase()}
			onchange={(event) => change({ colour: event.currentTarget.value.toUpperCase() })}
		/>{m.own_colour()}</label
	>
	<div class="own">
		<button type="button" class="button" onclick={takePicture}
			><Image size={16} />{m.surface_picture()}</button
		>
		{#if sheet?.ground?.picture}
			<button type="button" class="button plain" onclick={() => change({ picture: undefined })}
				>{m.surface_picture_away()}</button
			>
		{/if}
	</div>
	<Choice
		label={m.pattern()}
		values={PATTERNS.map((value) => ({ value, label: PATTERN_LABELS[value] }))}
		value={board.ground.pattern}
		onchoose={(pattern) => change({ pattern })}
	/>
	<label class="own"><input type="checkbox" bind:checked={all} />{m.surface_all()}</label>
</Pop>

<style>
	.sample {
		display: inline-block;
		width: 16px;
		height: 16px;
		margin-right: 6px;
		border: 1px solid var(--frame-strong-line);
		border-radius: 3px;
		vertical-align: -3px;
	}
	.own {
		display: flex;
		align-items: center;
		gap: 8px;
		font-size: var(--size-note);
		cursor: pointer;
	}
	.own input[type='color'] {
		width: 30px;
		height: 22px;
	}
</style>
