<script lang="ts">
	/** The right edge: the session's instruments. */
	import { m } from '$lib/messages';
	import BookOpenText from '@lucide/svelte/icons/book-open-text';
	import Group from '@lucide/svelte/icons/group';
	import MessageSquare from '@lucide/svelte/icons/message-square-text';
	import ListChecks from '@lucide/svelte/icons/list-video';
	import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
	import Vote from '@lucide/svelte/icons/vote';
	import Users from '@lucide/svelte/icons/users';
	import X from '@lucide/svelte/icons/x';
	import type { Board } from '../board/board.svelte';
	import JournalPanel from './journal/JournalPanel.svelte';
	import type { JournalState } from './journal/journal-state.svelte';
	import ParkingPanel from './parking/ParkingPanel.svelte';
	import PeoplePanel from './people/PeoplePanel.svelte';
	import type { SessionOrder } from '$core/contract/session';
	import ShowDesk from './show/ShowDesk.svelte';
	import RunSheetPanel from './session/RunSheetPanel.svelte';
	import type { TalkState } from './talk/talk-state.svelte';
	import TalkPanel from './talk/TalkPanel.svelte';
	import ThemesPanel from './ThemesPanel.svelte';
	import VotesPanel from './votes/VotesPanel.svelte';
	import type { VotesView } from './votes/votes-view.svelte';
	import type { ThemesPreview } from './themes-state.svelte';

	export type Instrument = 'run sheet' | 'themes' | 'votes' | 'parking' | 'people' | 'talk' | 'journal';
	interface Props {
		board: Board;
		preview: ThemesPreview;
		talk: TalkState;
		journal: JournalState;
		/** What of the votes is looked at. */
		view: VotesView;
		open: Instrument | undefined;
		onopen: (instrument: Instrument | undefined) => void;
		oninvite: () => void;
		/** Counts how often it was told that silent notes changed. */
		onlead: (order: SessionOrder) => void;
		/** Shows the slides on this very screen. */
		onhere: () => void;
	}
	const { board, preview, talk, journal, view, open, onopen, oninvite, onlead, onhere }: Props = $props();

	const INSTRUMENTS: { name: Instrument; label: () => string; icon: typeof Users }[] = [
		{ name: 'run sheet', label: () => m.run_sheet(), icon: ListChecks },
		{ name: 'themes', label: () => m.themes(), icon: Group },
		{ name: 'votes', label: () => m.votes(), icon: Vote },
		{ name: 'parking', label: () => m.parking(), icon: CircleHelp },
		{ name: 'people', label: () => m.people(), icon: Users },
		{ name: 'talk', label: () => m.talk(), icon: MessageSquare },
		{ name: 'journal', label: () => m.journal(), icon: BookOpenText },
	];
</script>

<aside class="desk" class:leads={board.room.leads} aria-label={m.desk()} data-testid="desk">
	{#if open}
		<section
			class="panel"
			class:broad={(open === 'run sheet' && board.room.leads) || open === 'votes'}
			aria-label={INSTRUMENTS.find(({ name }) => name === open)?.label()}
		>
			<button type="button" class="icon-button close" aria-label={m.close()} onclick={() => onopen(undefined)}
				><X size={20} /></button
			>
			{#if open === 'run sheet'}
				{#if board.room.show && board.room.leads}<ShowDesk room={board.room} {onhere} />{/if}
				<RunSheetPanel {board} {onlead} />
			{:else if open === 'themes'}
				<ThemesPanel {board} {preview} />
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
	{/if}
	<div class="instruments" role="toolbar" aria-label={m.desk()} aria-orientation="vertical">
		{#each INSTRUMENTS as { name, label, icon: Icon } (name)}
			<button
				type="button"
				class="icon-button big"
				aria-pressed={open === name}
				aria-label={label()}
				title={label()}
				onclick={() => onopen(open === name ? undefined : name)}
				><Icon size={20} strokeWidth={1.75} />{#if name === 'talk' && talk.unread > 0}<span
						class="unread"
						aria-label={m.chat_unread({ count: talk.unread })}>{talk.unread}</span
					>{:else if name === 'journal' && journal.newIds.length > 0}<span
						class="unread"
						aria-label={m.news()}>{journal.newIds.length}</span
					>{/if}</button
			>
		{/each}
	</div>
</aside>

<style>
	.desk {
		display: flex;
		height: 100%;
		min-height: 0;
		border-left: 1px solid var(--frame-line);
		background: var(--frame-ground);
	}
	.panel {
		width: 246px;
		padding: 12px 14px 20px;
		overflow-y: auto;
	}
	/* Room for a title beside its minutes. */
	.panel.broad {
		width: 286px;
	}
	.panel :global(.panel-title) {
		font-size: var(--size-base);
		font-weight: 700;
	}
	.instruments {
		display: flex;
		flex-direction: column;
		gap: 8px;
		width: 46px;
		flex: none;
		padding: 8px 5px;
		border-left: 1px solid var(--frame-line);
	}
	.close {
		display: none;
	}
	.unread {
		position: absolute;
		top: 0;
		right: -2px;
		min-width: 18px;
		padding: 0 4px;
		border-radius: 9px;
		background: var(--frame-action);
		color: var(--frame-action-ink);
		font-size: 11px;
		font-weight: 700;
	}
	/* On a phone what is open takes the whole screen. */
	@media (max-width: 640px) {
		.desk:not(.leads) {
			border: 0;
		}
		.desk:not(.leads) .instruments {
			display: none;
		}
		.panel {
			position: fixed;
			z-index: 20;
			inset: 0;
			width: auto;
			background: var(--frame-ground);
		}
		.close {
			position: absolute;
			top: 8px;
			right: 10px;
			display: inline-grid;
		}
	}
	.big {
		position: relative;
		width: 36px;
		height: 40px;
	}
</style>
