<script lang="ts">
	/** The right edge: the session's instruments. */
	import { m } from '$lib/messages';
	import X from '@lucide/svelte/icons/x';
	import type { Board } from '../board/board.svelte';
	import Splitter from '../ui/Splitter.svelte';
	import type { InstrumentName } from '../board/frame';
	import { INSTRUMENTS } from './instruments';
	import JournalPanel from './journal/JournalPanel.svelte';
	import type { JournalState } from './journal/journal-state.svelte';
	import ParkingPanel from './parking/ParkingPanel.svelte';
	import { PanelWidth } from '../ui/panel-width.svelte';
	import PeoplePanel from './people/PeoplePanel.svelte';
	import type { SessionOrder } from '$core/contract/session';
	import ShowDesk from './show/ShowDesk.svelte';
	import RunSheetPanel from './session/RunSheetPanel.svelte';
	import type { TalkState } from './talk/talk-state.svelte';
	import TalkPanel from './talk/TalkPanel.svelte';
	import ThemesPanel from './themes/ThemesPanel.svelte';
	import VotesPanel from './votes/VotesPanel.svelte';
	import type { VotesView } from './votes/votes-view.svelte';
	import type { SortingState } from './themes/sorting.svelte';
	import type { FlowState } from './flow/flow-state.svelte';

	interface Props {
		board: Board;
		sorting: SortingState;
		flow: FlowState;
		talk: TalkState;
		journal: JournalState;
		/** What of the votes is looked at. */
		view: VotesView;
		open: InstrumentName;
		onopen: (instrument: InstrumentName | undefined) => void;
		oninvite: () => void;
		onlead: (order: SessionOrder) => void;
		/** Shows the slides on this very screen. */
		onhere: () => void;
	}
	/** Px. */
	const width = new PanelWidth('desk', 226, 200, 460);
	const flowWidth = new PanelWidth('desk-flow', 360, 240, 640);
	const { board, sorting, flow, talk, journal, view, open, onopen, oninvite, onlead, onhere }: Props =
		$props();
	/** From the part as a whole, where a command led, back to the board. */
	function onkeydown({ key, target, currentTarget }: KeyboardEvent): void {
		if (key === 'Escape' && target === currentTarget) document.querySelector<HTMLElement>('.canvas')?.focus();
	}
	/** A table needs more room than a list. */
	const panelWidth = $derived(open === 'flow' ? flowWidth : width);
</script>

<aside class="desk" style:width="{panelWidth.now}px" aria-label={m.desk()} data-testid="desk">
	<Splitter label={m.desk_width()} side="left" panel={panelWidth} />
	<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
	<section
		class="panel"
		tabindex="-1"
		aria-label={INSTRUMENTS.find(({ name }) => name === open)?.label()}
		{onkeydown}
	>
		<button type="button" class="icon-button close" aria-label={m.close()} onclick={() => onopen(undefined)}
			><X size={20} /></button
		>
		{#if open === 'run sheet'}
			{#if board.room.show && board.room.leads}<ShowDesk room={board.room} {onhere} />{/if}
			<RunSheetPanel {board} {onlead} />
		{:else if open === 'themes'}
			<ThemesPanel {board} {sorting} />
		{:else if open === 'flow'}
			{#await import('./flow/FlowPanel.svelte') then { default: FlowPanel }}
				<FlowPanel {board} {flow} />
			{/await}
		{:else if open === 'votes'}
			<VotesPanel {board} {view} />
		{:else if open === 'parking'}
			<ParkingPanel {board} />
		{:else if open === 'talk'}
			<TalkPanel {board} {talk} />
		{:else if open === 'journal'}
			<JournalPanel {board} {journal} />
		{:else}
			<PeoplePanel {board} {oninvite} />
		{/if}
	</section>
</aside>

<style>
	.desk {
		position: relative;
		flex: none;
		height: 100%;
		min-height: 0;
		border-left: 1px solid var(--frame-line);
		background: var(--frame-ground);
	}
	.panel {
		height: 100%;
		padding: 10px 12px 20px;
		overflow-y: auto;
	}
	.panel :global(.panel-title) {
		font-size: var(--size-base);
		font-weight: 700;
	}
	.close {
		display: none;
	}
	/* On a phone what is open takes the whole screen. */
	@media (max-width: 640px) {
		.desk {
			width: 0 !important;
			border: 0;
		}
		.panel {
			position: fixed;
			z-index: 20;
			inset: 0;
			height: auto;
			background: var(--frame-ground);
		}
		.close {
			position: absolute;
			top: 8px;
			right: 10px;
			display: inline-grid;
		}
	}
</style>
