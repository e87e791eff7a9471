<script lang="ts">
	/** The board with the four parts of its frame. */
	import type { Pigment } from '$core/board/colours';
	import { m } from '$lib/messages';
	import { goto } from '$app/navigation';
	import { onMount, untrack } from 'svelte';
	import { MediaQuery } from 'svelte/reactivity';
	import { Board } from '../board/board.svelte';
	import type { DialogName, FrameRequest, InstrumentName } from '../board/frame';
	import { followOthers } from '../board/controllers/following.svelte';
	import { putDownWithRights } from '../board/controllers/rights.svelte';
	import { Slides } from '../board/controllers/slides.svelte';
	import { announceBoard } from './announce-board.svelte';
	import { announceOwnChanges } from './announcing';
	import { glideBranches } from '../board/controllers/map-motion';
	import { tidyAsOneWorks } from '../board/keep-tidy';
	import { goToStepPlaces } from '../board/controllers/step-place.svelte';
	import BackstageLayer from '../board/BackstageLayer.svelte';
	import Canvas from '../board/Canvas.svelte';
	import type { Room } from '../room/room.svelte';
	import { keepFocus } from '../ui/keep-focus';
	import SkipLinks from '../ui/SkipLinks.svelte';
	import { sayFault, sayRejected } from '../ui/say-faults';
	import { rename } from './actions';
	import type { SessionOrder } from '$core/contract/session';
	import { leadOn, tellMessage, tellRefused } from './session/leading';
	import { attempt } from '../ui/attempt';
	import TimeUp from './session/TimeUp.svelte';
	import { startShow } from './show/start';
	import SlideFrame from './show/SlideFrame.svelte';
	import BalanceDialog from './session/BalanceDialog.svelte';
	import WarmUpList from './session/WarmUpList.svelte';
	import OwnNotes from './session/OwnNotes.svelte';
	import Desk from './Desk.svelte';
	import DeskTabs from './DeskTabs.svelte';
	import type { MenuPlace } from './menu-place';
	import type { PhoneTarget } from './phone-target';
	import FollowBar from './FollowBar.svelte';
	import NewSigns from './journal/NewSigns.svelte';
	import { JournalState } from './journal/journal-state.svelte';
	import ReplayBar from './journal/ReplayBar.svelte';
	import PastCanvas from '../board/past/PastCanvas.svelte';
	import ExportDialog from './export/ExportDialog.svelte';
	import InviteDialog from './InviteDialog.svelte';
	import KeysDialog from './KeysDialog.svelte';
	import CameraDialog from './CameraDialog.svelte';
	import { BlankState } from '../board/blank-state.svelte';
	import BlankBoard from './BlankBoard.svelte';
	import BoardMenu from './BoardMenu.svelte';
	import NextStepMenu from './flow/NextStepMenu.svelte';
	import FlowSigns from './flow/FlowSigns.svelte';
	import { FlowState } from './flow/flow-state.svelte';
	import Ledge from './Ledge.svelte';
	import Palette from './Palette.svelte';
	import SessionLine from './SessionLine.svelte';
	import CommentSigns from './talk/CommentSigns.svelte';
	import { TalkState } from './talk/talk-state.svelte';
	import DealDialog from './themes/DealDialog.svelte';
	import LikeMovedBar from './themes/LikeMovedBar.svelte';
	import TogetherDialog from './themes/TogetherDialog.svelte';
	import ToThemeDialog from './themes/ToThemeDialog.svelte';
	import { notesForDeal } from './themes/deal.svelte';
	import { SortingState } from './themes/sorting.svelte';
	import LayoutsDialog from '../templates/LayoutsDialog.svelte';
	import VoteBar from './votes/VoteBar.svelte';
	import VoteSigns from './votes/VoteSigns.svelte';
	import { showVoted } from './votes/sources';
	import { VotesView } from './votes/votes-view.svelte';
	import Wayfinder from './wayfinder/Wayfinder.svelte';

	interface Props {
		room: Room;
		pigment: Pigment;
		onpigment: (pigment: Pigment) => void;
		/** What it opens with, where somebody comes to it from another screen of a phone. */
		target?: PhoneTarget | undefined;
		/** Shows the list to read, on a phone. */
		onread?: (() => void) | undefined;
		/** Shown on a phone: the way back to the writing screen. */
		onwrite?: (() => void) | undefined;
		/** Back to the remote of whoever leads from a phone. */
		onremote?: (() => void) | undefined;
	}
	const { room, pigment, onpigment, target, onread, onwrite, onremote }: Props = $props();
	/** When it is asked what others did meanwhile, ms after the board is there. */
	const NEWS_DELAY_MS = 1200;

	const board = untrack(() => new Board(room));
	const sorting = new SortingState(board);
	const flow = new FlowState(board);
	const blank = new BlankState(board);
	const narrow = matchMedia('(max-width: 900px)').matches;
	const phone = new MediaQuery('max-width: 640px');
	let wayfinder = $state(!narrow);
	let instrument = $state<InstrumentName | undefined>(
		untrack(() => {
			if (target && 'instrument' in target) return target.instrument;
			return room.leads && !narrow ? 'run sheet' : undefined;
		}),
	);
	let dialog = $state<DialogName | undefined>();
	let menu = $state.raw<MenuPlace | undefined>();
	/** Files that are to come onto the board. */
	let incoming = $state.raw<Extract<FrameRequest, { open: 'bring in' }> | undefined>();
	/** Where the hand let go of a line in the open. */
	let nextStep = $state.raw<Extract<FrameRequest, { open: 'next step' }> | undefined>();
	const view = untrack(() => new VotesView(room));
	const talk = untrack(() => new TalkState(board, () => (instrument = 'talk')));
	const journal = untrack(() => new JournalState(board, room.info.lastHere));
	const stops = untrack(() => [
		board.frame.requests.on(answer),
		room.refused.on(tellRefused),
		announceOwnChanges(board),
	]);
	function answer(request: FrameRequest): void {
		switch (request.open) {
			case 'dialog':
				dialog = request.dialog;
				break;
			case 'bring in':
				incoming = request;
				break;
			case 'board':
				// What is open takes the whole screen of a phone; it gives way to what it led to.
				if (phone.current) instrument = undefined;
				break;
			case 'comment':
				talk.begin(request.about);
				break;
			case 'talk':
				instrument = 'talk';
				if (request.step) talk.step(request.step);
				break;
			case 'journal':
				instrument = 'journal';
				if (request.step) journal.step(request.step);
				break;
			case 'next step':
				nextStep = request;
				break;
			case 'show':
				startShow(board);
				instrument = 'run sheet';
				break;
			case 'deal':
				sorting.deal.start(notesForDeal(board));
				break;
			case 'look through':
				instrument = 'themes';
				sorting.lookThrough();
				if (request.split) void sorting.split(request.split);
				break;
			case 'report':
				void goto(`/board/${boardId}/report`);
				break;
			case 'instrument':
				instrument = request.name;
				break;
			case 'vote':
				instrument = 'votes';
				view.begin([...board.selection]);
				break;
		}
	}
	const boardId = $derived(room.info.boardId);
	/** The vote whose dots are on the board: the open one, or the one whose result is looked at. */
	const votedOn = $derived(room.votes.open ?? (instrument === 'votes' ? view.shown : undefined));
	/** An open vote in which one may vote, while the desk does not show it. */
	const toVote = $derived(instrument !== 'votes' && room.votes.open?.mayVote ? room.votes.open : undefined);
	// A vote that opens is looked at, also by those who were reading the list.
	$effect(() => {
		const opened = room.votes.open?.id;
		untrack(() => view.follow(opened));
	});

	onMount(() => {
		// What the browser's own tests and the bench look at.
		(window as unknown as Record<string, unknown>)['wandtafelBoard'] = board;
		// After the canvas has its size, which is when there is something to bring into view.
		if (target && 'object' in target) board.goTo(target.object);
		// Once the board stands there, with time to spare.
		const later = setTimeout(() => void journal.readNews(), NEWS_DELAY_MS);
		return () => {
			for (const stop of stops) stop();
			clearTimeout(later);
			journal.destroy();
			talk.destroy();
			blank.destroy();
			board.destroy();
		};
	});

	$effect(() => {
		const me = room.info.person.id;
		return room.onMessage((message) => tellMessage(message, (sheet) => board.goToSheet(sheet), me));
	});
	const onlead = (order: SessionOrder): Promise<boolean> => leadOn(boardId, order);

	const slides = untrack(() => new Slides(board));
	untrack(() => {
		goToStepPlaces(board, target !== undefined);
		followOthers(board);
		putDownWithRights(board);
		announceBoard(board);
		stops.push(tidyAsOneWorks(board), glideBranches(board));
	});

	// Where the menu was opened counts for what was chosen from it, and for nothing after that.
	$effect(() => {
		if (!menu && !dialog) board.menuAt = undefined;
	});

	function themes(ids: string[]): void {
		instrument = 'themes';
		void sorting.ask({ noteIds: ids });
	}
</script>

<svelte:window onerror={sayFault} onunhandledrejection={sayRejected} />

<SkipLinks
	to={[
		{ label: m.skip_to_board(), at: '.canvas' },
		...(wayfinder ? [{ label: m.skip_to_wayfinder(), at: '.wayfinder [role="tree"] [tabindex="0"]' }] : []),
		{ label: m.skip_to_tools(), at: '.ledge button' },
		{ label: m.skip_to_desk(), at: '[data-testid="desk-tabs"] button' },
	]}
/>
<div class="frame" data-testid="board-view" {@attach keepFocus}>
	{#if !slides.isOn}
		<SessionLine
			{room}
			oninvite={() => (dialog = 'invite')}
			onexport={() => (dialog = 'export')}
			{onlead}
			onrename={(title) => attempt(rename(boardId, title))}
			onsteps={() => (instrument = 'run sheet')}
			{wayfinder}
			onwayfinder={() => (wayfinder = !wayfinder)}
		>
			{#snippet tabs()}
				<DeskTabs
					open={instrument}
					unread={{ talk: talk.unread, journal: journal.newIds.length }}
					onopen={(name) => (instrument = name)}
					{onread}
				/>
			{/snippet}
		</SessionLine>
		<FollowBar {board} />
	{/if}
	{#if slides.mayComeAlong}
		<button type="button" class="button main along" onclick={() => slides.comeAlong()}
			>{m.slide_come_along()}</button
		>
	{/if}
	<div class="middle">
		{#if wayfinder && !slides.isOn}<Wayfinder {board} onmenu={(at) => (menu = at)} />{/if}
		<main class="place">
			<Canvas {board} onmenu={(at) => (menu = at)} />
			{#if !board.showing && !journal.replay}
				{#if room.backstage}<BackstageLayer {board} />{/if}
				<CommentSigns {board} {talk} />
				{#if instrument === 'flow'}<FlowSigns {board} {flow} />{/if}
				{#if votedOn}<VoteSigns {board} vote={votedOn} />{/if}
			{/if}
			{#if journal.replay?.view}
				{#key journal.replay.view}<PastCanvas past={journal.replay.view} />{/key}
			{:else if journal.news.length > 0 && !board.showing}<NewSigns {board} {journal} />{/if}
			{#if blank.isBlank && board.mayAll && !board.showing && !board.editing && !journal.replay}
				<BlankBoard {board} onclose={() => blank.dismiss()} />
			{/if}
			{#if board.mayAll && !board.showing && !journal.replay}<LikeMovedBar {board} />{/if}
			{#if slides.isOn}<SlideFrame {board} onleave={() => slides.leave()} />{/if}
		</main>
		{#if instrument && !slides.isOn}
			<Desk
				{board}
				{sorting}
				{flow}
				{talk}
				{journal}
				{view}
				open={instrument}
				onopen={(name) => (instrument = name)}
				oninvite={() => (dialog = 'invite')}
				{onlead}
				onhere={() => slides.showHere()}
			/>
		{/if}
	</div>
	{#if !slides.isOn}
		{#if room.step?.kind === 'warm-up' && !room.leads && room.plan.running}
			{#key room.plan.running.startedAt}<WarmUpList {room} />{/key}
		{/if}
		{#if toVote && !journal.replay}
			<VoteBar
				{room}
				vote={toVote}
				onlist={() => {
					const vote = toVote;
					view.id = vote.id;
					instrument = 'votes';
					void showVoted(board, vote);
				}}
			/>
		{/if}
		{#if !journal.replay}<TogetherDialog {room} />{/if}
		{#if onremote && !journal.replay}<button type="button" class="button main write" onclick={onremote}
				>{m.lead_remote()}</button
			>{/if}
		{#if journal.replay}
			<ReplayBar {board} replay={journal.replay} onclose={() => journal.close()} />
		{:else if onwrite}
			<button type="button" class="button main write" onclick={onwrite}>{m.write_a_note()}</button>
		{:else}
			<OwnNotes {room} />
		{/if}
		{#if !journal.replay}
			<Ledge {board} onthemes={themes} onmenu={(at) => (menu = at)} {pigment} {onpigment} writes={!onwrite} />
		{/if}
	{/if}
</div>

<InviteDialog {room} open={dialog === 'invite'} onclose={() => (dialog = undefined)} />
<ExportDialog {board} open={dialog === 'export'} onclose={() => (dialog = undefined)} />
{#if incoming}
	{#await import('./bring-in/BringInDialog.svelte') then { default: BringInDialog }}
		{#key incoming}
			<BringInDialog {board} {...incoming} onclose={() => (incoming = undefined)} />
		{/key}
	{/await}
{/if}
<Palette {board} open={dialog === 'palette'} onclose={() => (dialog = undefined)} />
<BoardMenu {board} at={menu} onclose={() => (menu = undefined)} />
{#if nextStep}<NextStepMenu {board} offered={nextStep} onclose={() => (nextStep = undefined)} />{/if}
<CameraDialog {board} open={dialog === 'camera'} onclose={() => (dialog = undefined)} />
<LayoutsDialog
	{board}
	open={dialog === 'templates' || dialog === 'drawer' ? dialog : undefined}
	onopen={(tab) => (dialog = tab)}
	onclose={() => (dialog = undefined)}
/>
<BalanceDialog {board} open={dialog === 'balance'} onclose={() => (dialog = undefined)} />
<DealDialog {board} deal={sorting.deal} />
<ToThemeDialog {board} open={dialog === 'to theme'} onclose={() => (dialog = undefined)} />
<KeysDialog open={dialog === 'keys'} onclose={() => (dialog = undefined)} />

<TimeUp {room} />

<style>
	.frame {
		display: flex;
		flex-direction: column;
		height: 100dvh;
		overflow: clip;
	}
	.middle {
		display: flex;
		flex: 1;
		min-height: 0;
	}
	/* Looked through as a whole: while something moves on the board, the browser does not go through every row and button beside it. */
	.frame > :global(:is(header, footer)),
	.middle > :global(:is(nav, aside)) {
		isolation: isolate;
	}
	.place {
		flex: 1;
		position: relative;
		min-width: 0;
		/* Not hidden: what is hidden can still be scrolled, by a focus that goes to something outside. */
		overflow: clip;
	}
	.along {
		border-radius: 0;
	}
	.write {
		border-radius: 0;
	}
</style>
