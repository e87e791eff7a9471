<script lang="ts">
	/** The top edge: the board and its save state, the run sheet as one line, who is here. */
	import { writes } from '$core/access/roles';
	import { scheduleOf } from '$core/meeting/schedule';
	import { m } from '$lib/messages';
	import Check from '@lucide/svelte/icons/check';
	import CloudOff from '@lucide/svelte/icons/cloud-off';
	import Download from '@lucide/svelte/icons/download';
	import LoaderCircle from '@lucide/svelte/icons/loader-circle';
	import FileText from '@lucide/svelte/icons/file-text';
	import PanelLeft from '@lucide/svelte/icons/panel-left';
	import UserPlus from '@lucide/svelte/icons/user-plus';
	import type { Snippet } from 'svelte';
	import type { Room } from '../room/room.svelte';
	import Badge from '../ui/Badge.svelte';
	import TitleEntry from '../ui/TitleEntry.svelte';
	import { ticking } from '../ui/time.svelte';
	import { timeWords } from '$lib/words/when';
	import { saveWords } from './save-words';
	import type { SessionOrder } from '$core/contract/session';
	import StepLine from './session/StepLine.svelte';
	import { nowWords } from './session/words';

	interface Props {
		room: Room;
		oninvite: () => void;
		onexport: () => void;
		onlead: (order: SessionOrder) => void;
		onrename: (title: string) => void;
		/** Asked for all steps, with everything about them. */
		onsteps: () => void;
		/** Whether the wayfinder is open, and what opens and folds it away. */
		wayfinder: boolean;
		onwayfinder: () => void;
		/** The instruments of the desk. */
		tabs: Snippet;
	}
	const { room, oninvite, onexport, onlead, onrename, onsteps, wayfinder, onwayfinder, tabs }: Props =
		$props();

	const clock = ticking(() => room.now());
	/** To the quarter of a minute: it is told in whole minutes. */
	const quarter = $derived(Math.floor(clock.now / 15_000) * 15_000);
	const schedule = $derived(scheduleOf(room.plan, quarter));
	const others = $derived(
		[...new Map(room.people.map((each) => [each.person, each])).values()].filter(
			(each) => each.person !== room.info.person.id,
		),
	);
	const SHOWN = 3;
	/** Why one may not do everything now. */
	const roleHint = $derived(
		!writes(room.role) ? m.role_viewer_hint() : room.policy.watching ? m.only_watching() : nowWords(room),
	);
	const showsRole = $derived(!room.may('edit') && room.save.is === 'saved');
	const saveTold = $derived(saveWords(room.save) + (showsRole ? ` · ${roleHint}` : ''));
	let renaming = $state(false);
	function endRename(title: string | undefined): void {
		renaming = false;
		if (title) onrename(title);
	}
</script>

<header class="session-line" data-testid="session-line">
	<div class="name">
		<a class="home" href="/" aria-label={m.to_boards()} title={m.to_boards()}
			><img src="/icon.svg" alt="" width="26" height="26" /></a
		>
		<div class="words">
			{#if renaming}
				<TitleEntry label={m.board_title()} title={room.title} onend={endRename} />
			{:else if room.may('own')}
				<button
					type="button"
					class="title"
					onclick={() => (renaming = true)}
					title="{room.title} · {m.rename()}">{room.title}</button
				>
			{:else}
				<h1 class="title" title={room.title}>{room.title}</h1>
			{/if}
			<p class="save {room.save.is}" role="status" data-testid="save-state">
				{#if room.save.is === 'saved'}<Check size={14} />{:else if room.save.is === 'offline'}<CloudOff
						size={14}
					/>{:else}<LoaderCircle size={14} />{/if}
				<span class="told" title={saveTold}
					>{saveWords(room.save) + (showsRole ? ' ' : '')}{#if showsRole}<span class="role">· {roleHint}</span
						>{/if}</span
				>
			</p>
		</div>
		<button
			type="button"
			class="icon-button fold"
			aria-pressed={wayfinder}
			aria-label={m.wayfinder()}
			title={m.wayfinder()}
			onclick={onwayfinder}><PanelLeft size={18} strokeWidth={1.75} /></button
		>
	</div>

	<StepLine {room} {clock} {onlead} {onsteps} />

	{#if schedule}
		<p class="ends" class:late={schedule.behind >= 1} data-testid="ends">
			<span>{m.ends_at({ time: timeWords(schedule.expected) })}</span>
			{#if schedule.behind >= 1}<b>{m.minutes_behind({ count: schedule.behind })}</b
				>{:else if schedule.behind <= -1}<b>{m.minutes_ahead({ count: -schedule.behind })}</b>{:else}<b
					>{m.on_time()}</b
				>{/if}
		</p>
	{/if}
	<div class="people">
		<ul class="badges" aria-label={m.people_here()}>
			{#each others.slice(0, SHOWN) as person (person.person)}
				<li><Badge id={person.person} name={person.name} /></li>
			{/each}
			{#if others.length > SHOWN}<li class="more">+{others.length - SHOWN}</li>{/if}
		</ul>
		{#if room.may('export') && (room.leads || room.plan.done)}
			<a
				class="icon-button"
				href="/board/{room.info.boardId}/report"
				aria-label={m.make_report()}
				title={m.make_report()}><FileText size={18} /></a
			>
		{/if}
		{#if room.may('export')}
			<button
				type="button"
				class="icon-button"
				aria-label={m.take_out()}
				title={m.take_out()}
				onclick={onexport}><Download size={18} /></button
			>
		{/if}
		{#if room.may('share')}
			<button type="button" class="button main" aria-label={m.invite()} onclick={oninvite}
				><UserPlus size={17} /><span class="word">{m.invite()}</span></button
			>
		{/if}
	</div>
	{@render tabs()}
</header>

<style>
	.session-line {
		display: flex;
		align-items: stretch;
		height: 44px;
		border-bottom: 1px solid var(--frame-line);
		background: var(--frame-ground);
	}
	.name {
		display: flex;
		align-items: center;
		gap: 8px;
		width: 206px;
		flex: none;
		padding: 0 6px 0 10px;
		border-right: 1px solid var(--frame-line);
	}
	.home {
		flex: none;
	}
	.words {
		min-width: 0;
		flex: 1;
	}
	.title {
		display: block;
		max-width: 100%;
		overflow: hidden;
		font-size: var(--size-base);
		font-weight: 700;
		line-height: 17px;
		text-align: left;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	button.title {
		cursor: text;
	}
	.words :global(.title-entry) {
		min-height: 0;
		padding: 0 4px;
		border: 0;
		border-radius: 4px;
		background: var(--frame-on);
		font-size: var(--size-base);
		font-weight: 700;
		outline-offset: -1px;
	}
	.save {
		display: flex;
		align-items: center;
		gap: 5px;
		color: var(--frame-quiet);
		font-size: 11.5px;
		line-height: 12.5px;
	}
	.save :global(svg) {
		flex: none;
	}
	/* What waits or is lost is read in full: on two lines where one does not do. */
	.told {
		display: -webkit-box;
		overflow: hidden;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
	}
	.save.saved {
		color: var(--frame-good);
	}
	.save.offline {
		color: var(--frame-bad);
	}
	.role {
		color: var(--frame-quiet);
	}
	.ends {
		display: flex;
		flex-direction: column;
		justify-content: center;
		color: var(--frame-quiet);
		font-size: var(--size-small);
		line-height: 1.25;
		white-space: nowrap;
	}
	.ends b {
		color: var(--frame-good);
	}
	.ends.late b {
		color: var(--frame-bad);
	}
	.people {
		display: flex;
		align-items: center;
		gap: 6px;
		padding: 0 8px;
	}
	.people .button {
		min-height: 32px;
	}
	.people .icon-button {
		width: 30px;
	}
	.fold {
		flex: none;
		width: 28px;
	}
	.fold[aria-pressed='true'] {
		background: var(--frame-on);
		color: var(--frame-text);
	}
	.badges {
		display: flex;
		gap: 2px;
	}
	.more {
		display: grid;
		place-items: center;
		min-width: 28px;
		height: 28px;
		border-radius: 4px;
		background: var(--frame-on);
		font-size: var(--size-small);
		font-weight: 700;
	}
	@media (max-width: 1199px) {
		.ends,
		.word {
			display: none;
		}
		.people .button {
			width: 34px;
			padding: 0;
		}
	}
	@media (max-width: 959px) {
		.session-line {
			flex-wrap: wrap;
			height: auto;
		}
		.name {
			min-height: 44px;
		}
	}
	@media (max-width: 640px) {
		.fold {
			display: none;
		}
		.name {
			flex: 1;
			width: auto;
			min-width: 0;
			border: none;
		}
		.ends,
		.badges {
			display: none;
		}
		.people {
			padding: 0 8px;
		}
	}
</style>
