<script lang="ts">
	/** Of a connector: the way it takes, its line and ends, its chalk. */
	import { changeConnector } from '$core/board/edits';
	import { isConnector } from '$core/board/kinds/guards';
	import { ROUTES } from '$core/board/objects';
	import { m } from '$lib/messages';
	import Route from '@lucide/svelte/icons/corner-down-right';
	import Slash from '@lucide/svelte/icons/slash';
	import Spline from '@lucide/svelte/icons/spline';
	import Unbend from '@lucide/svelte/icons/undo-dot';
	import LineProperties from '../frame/ledge/LineProperties.svelte';
	import Chalk from './Chalk.svelte';
	import type { KindProperties } from './properties';

	const { board, objects, style, onset }: KindProperties = $props();
	const ICONS = { straight: Slash, curved: Spline, 'right-angled': Route };
	const LABELS = {
		straight: m.route_straight(),
		curved: m.route_curved(),
		'right-angled': m.route_right_angled(),
	};
	const only = $derived(objects.length === 1 ? objects[0] : undefined);
	const isBent = $derived(isConnector(only) && Boolean(only.bends?.length));

	function unbend(): void {
		if (isConnector(only)) changeConnector(board.room.editContext, only.id, { ends: only.ends });
	}
</script>

<div class="group" role="group" aria-label={m.route()}>
	{#each ROUTES as route (route)}
		{@const Icon = ICONS[route]}
		<button
			type="button"
			class="icon-button"
			aria-pressed={style['route'] === route}
			aria-label={LABELS[route]}
			title={LABELS[route]}
			onclick={() => onset({ route })}><Icon size={17} /></button
		>
	{/each}
</div>
<LineProperties {style} {onset} of="connector" />
{#if isBent}<button
		type="button"
		class="icon-button"
		aria-label={m.unbend()}
		title={m.unbend()}
		onclick={unbend}><Unbend size={17} /></button
	>{/if}
<Chalk {style} {onset} />

<style>
	.group {
		display: flex;
		flex: none;
		align-items: center;
		gap: 1px;
	}
</style>
