<script lang="ts">
	import type { Pigment } from '$core/board/colours';
	import { PIGMENTS } from '$core/board/colours';
	import { loadFaces } from '$lib/board/faces';
	import { m } from '$lib/messages';
	import { keepShell } from '$lib/room/offline-shell';
	import { tellMessage } from '$lib/frame/session/leading';
	import { Room } from '$lib/room/room.svelte';
	import { goto, invalidateAll } from '$app/navigation';
	import { leads } from '$core/access/roles';
	import PlainPage from '$lib/ui/PlainPage.svelte';
	import { learnPigments } from '$lib/ui/person-pigments.svelte';
	import { toaster } from '$lib/ui/toaster';
	import type { GoToBoard, PhoneTarget } from '$lib/frame/phone-target';
	import RoomAnnouncer from '$lib/frame/RoomAnnouncer.svelte';
	import Waiting from '$lib/frame/Waiting.svelte';
	import { onMount, untrack } from 'svelte';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();
	let room = $state.raw<Room>();
	/** What somebody chose to see on a phone, instead of what the session would show. */
	let wants = $state<'board' | 'read' | undefined>();
	/** Of the board, what it is to open with. */
	let target = $state.raw<PhoneTarget>();
	const goToBoard: GoToBoard = (to) => {
		target = to;
		wants = 'board';
	};
	const read = (): void => void (wants = 'read');
	/** Back to what the session shows. */
	const back = (): void => void (wants = undefined);
	let isPhone = $state(false);
	let pigment = $state<Pigment>(
		untrack(() => data.person.pigment) ?? PIGMENTS[Math.floor(Math.random() * 6)]!,
	);
	$effect.pre(() => learnPigments(data.pigments));

	let isLeft = false;
	/** When what is needed without a network is kept, ms after the board was opened. */
	const SHELL_AFTER = 3000;

	function enter(): void {
		if (data.access === 'closed') return;
		void Room.open(data).then((opened) => {
			if (isLeft) opened.destroy();
			else {
				opened.renewed.on(() => void comeBack());
				// On a phone there may be no board to show it.
				opened.votes.refused.on((words) => toaster.error({ title: m.ballot_refused(), description: words }));
				opened.onMessage((message) => tellMessage(message, undefined, opened.info.person.id));
				room = opened;
			}
		}, fail);
	}

	/** Why the board could not be opened, when that was not for want of a network. */
	let isBroken = $state(false);
	function fail(error: unknown): void {
		reportError(error);
		isBroken = true;
	}

	let isComing = false;
	/** Asks anew what one may do here, and goes in if one may. */
	async function comeBack(): Promise<void> {
		// Each document of the board says it; one coming back is enough.
		if (isComing) return;
		isComing = true;
		room?.destroy();
		room = undefined;
		try {
			await invalidateAll();
		} finally {
			isComing = false;
		}
		enter();
	}

	onMount(() => {
		const later = setTimeout(() => {
			if (room?.ready) void keepShell(location.pathname);
		}, SHELL_AFTER);
		enter();
		const query = matchMedia('(max-width: 640px)');
		const read = (): void => void (isPhone = query.matches);
		read();
		// The board's own script comes while its content is on the way.
		if (!isPhone || leads(data.role)) void boardView();
		query.addEventListener('change', read);
		return () => {
			isLeft = true;
			clearTimeout(later);
			query.removeEventListener('change', read);
			room?.destroy();
		};
	});

	/** On a phone, while a step gathers, writing is the whole screen. */
	const writes = $derived(isPhone && room !== undefined && !room.leads && room.gathering !== undefined);
	/** On a phone, while everybody sorts, the next note is the whole screen. */
	const sorts = $derived(isPhone && room !== undefined && !room.leads && room.round.shown?.sorts === true);
	/** On a phone, while a vote is open in which one may vote, the ballot is. */
	const vote = $derived(
		isPhone && room && !room.leads && room.votes.open?.mayVote ? room.votes.open : undefined,
	);
	/** On a phone, while a step runs or slides are shown, whoever leads has the session in hand. */
	const isLeading = $derived(
		isPhone &&
			room !== undefined &&
			room.leads &&
			(room.plan.running !== undefined || room.show !== undefined),
	);
	const shows = $derived(isLeading && room?.show !== undefined);
	/** What the session showed last; undefined until the room is open. */
	let lastShown: string | undefined;
	// A new vote brings the ballot up again, a new step its question, and showing the remote.
	// Whoever comes by the address of something is shown that first.
	$effect(() => {
		if (!room?.ready) return;
		const now = `${vote?.id} ${shows} ${room.plan.running?.startedAt}`;
		if (now === lastShown) return;
		if (lastShown === undefined) wants = /^#(object|sheet)=/.test(location.hash) ? 'board' : undefined;
		else if (vote?.id || shows || room.plan.running) wants = undefined;
		lastShown = now;
	});
	/**
	 * The vote that was open last on this screen: when it closes, what came of it is shown until
	 * one goes on.
	 */
	let lastVote: string | undefined;
	let resultOf = $state<string | undefined>();
	$effect(() => {
		if (vote) {
			lastVote = vote.id;
			resultOf = undefined;
		} else if (lastVote !== undefined && room) {
			const isClosed = room.votes.all.some(({ id, closedAt }) => id === lastVote && closedAt !== undefined);
			if (isClosed) resultOf = lastVote;
			lastVote = undefined;
		}
	});
	const result = $derived(isPhone ? room?.votes.all.find(({ id }) => id === resultOf) : undefined);
	/** On a phone, in a step that reads, the list to read is the whole screen. */
	const reads = $derived(
		isPhone &&
			room !== undefined &&
			(wants === 'read' || (!wants && !room.leads && room.step?.kind === 'read')),
	);
	const backFromReading = $derived.by(() => {
		if (vote) return { label: m.vote_back(), go: back };
		if (writes) return { label: m.write_a_note(), go: back };
		if (sorts) return { label: m.together_sort(), go: back };
		return isLeading ? { label: m.lead_remote(), go: back } : undefined;
	});
	const sortScreen = () => import('$lib/frame/session/SortScreen.svelte');
	const readScreen = () => import('$lib/frame/session/ReadScreen.svelte');
	const resultScreen = () => import('$lib/frame/votes/ResultScreen.svelte');
	const leadScreen = () => import('$lib/frame/session/LeadScreen.svelte');
	const voteScreen = () => import('$lib/frame/votes/VoteScreen.svelte');
	// Each screen is loaded when it is needed, so that the first note on a phone waits for little.
	const writeScreen = () => import('$lib/frame/session/WriteScreen.svelte');
	let loading: Promise<[typeof import('$lib/frame/BoardView.svelte'), void]> | undefined;
	const boardView = () => (loading ??= Promise.all([import('$lib/frame/BoardView.svelte'), loadFaces()]));
</script>

<svelte:head><title>{room?.title ?? data.title} · {m.app_name()}</title></svelte:head>

{#if room}{#key room}<RoomAnnouncer {room} />{/key}{/if}
{#if data.access === 'closed' || room?.access === 'closed'}
	<Waiting
		boardId={data.boardId}
		title={data.title}
		keeper={data.keeper}
		onopen={comeBack}
		ongone={() => void goto('/')}
	/>
{:else if room?.access === 'signed out'}
	<PlainPage title={m.signed_out()}>
		<p class="quiet">{m.signed_out_more()}</p>
		{#if room.unconfirmed > 0}<p>{m.waiting_here({ count: room.unconfirmed })}</p>{/if}
		<a class="button main" href="/sign-in">{m.sign_in()}</a>
	</PlainPage>
{:else if room?.access === 'ended' || room?.access === 'banned'}
	<PlainPage title={m.access_ended()}>
		<p class="quiet">{room.access === 'banned' ? m.access_banned_more() : m.access_ended_more()}</p>
		{#if room.unconfirmed > 0}<p data-testid="left-here">
				{m.waiting_here_ended({ count: room.unconfirmed })}
			</p>{/if}
	</PlainPage>
{:else if isBroken}
	<PlainPage title={m.did_not_work()}>
		<p class="quiet">{m.open_failed()}</p>
		<button class="button main" type="button" onclick={() => location.reload()}>{m.try_again()}</button>
	</PlainPage>
{:else if !room?.ready}
	<main class="over">
		<p class="quiet" role="status">{room?.save.is === 'offline' ? m.save_offline() : m.save_opening()}</p>
	</main>
{:else if vote && !wants}
	{#await voteScreen() then { default: VoteScreen }}
		<VoteScreen {room} {vote} onboard={goToBoard} onread={read} />
	{/await}
{:else if room && result}
	{#await resultScreen() then { default: ResultScreen }}
		<ResultScreen {room} vote={result} onclose={() => (resultOf = undefined)} />
	{/await}
{:else if reads}
	{#await readScreen() then { default: ReadScreen }}
		<ReadScreen {room} onboard={goToBoard} back={backFromReading} />
	{/await}
{:else if sorts && !wants}
	{#await sortScreen() then { default: SortScreen }}
		<SortScreen {room} onboard={goToBoard} onread={read} />
	{/await}
{:else if writes && !wants}
	{#await writeScreen() then { default: WriteScreen }}
		<WriteScreen
			{room}
			{pigment}
			onpigment={(chosen) => (pigment = chosen)}
			onboard={goToBoard}
			onread={read}
		/>
	{/await}
{:else if isLeading && !wants}
	{#await leadScreen() then { default: LeadScreen }}
		<LeadScreen {room} onboard={goToBoard} onread={read} />
	{/await}
{:else}
	{#await boardView() then [{ default: BoardView }]}
		<BoardView
			{room}
			{pigment}
			onpigment={(chosen) => (pigment = chosen)}
			{target}
			onwrite={writes ? back : undefined}
			onremote={isLeading ? back : undefined}
			onread={isPhone ? read : undefined}
		/>
	{/await}
{/if}

<style>
	.over {
		display: grid;
		place-content: center;
		justify-items: start;
		gap: 12px;
		min-height: 100dvh;
		padding: 24px;
	}
</style>
