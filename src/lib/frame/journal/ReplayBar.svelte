<script lang="ts">
	/** In place of the ledge while an earlier moment is looked at: the time, playing, and the way to bring things back. */
	import { restore, type RestoreScope } from '$core/board/ops/restore';
	import { m } from '$lib/messages';
	import Maximize from '@lucide/svelte/icons/scan';
	import Pause from '@lucide/svelte/icons/pause';
	import Play from '@lucide/svelte/icons/play';
	import StepBack from '@lucide/svelte/icons/step-back';
	import StepForward from '@lucide/svelte/icons/step-forward';
	import X from '@lucide/svelte/icons/x';
	import type { Board } from '../../board/board.svelte';
	import { SPEEDS, type Replay } from '../../board/past/replay.svelte';
	import { messageOf } from '$lib/api/errors';
	import { attempt } from '../../ui/attempt';
	import { tellRestored } from './requests';
	import { toaster } from '../../ui/toaster';
	import { secondWords } from '$lib/words/when';

	interface Props {
		board: Board;
		replay: Replay;
		onclose: () => void;
	}
	const { board, replay, onclose }: Props = $props();
	const past = $derived(replay.view);
	const picked = $derived(past?.picked.size ?? 0);
	const sheets = $derived.by(() => {
		past?.changes.observe();
		return past?.model.sheets ?? [];
	});
	/** A step of the time with one press, ms of work. */
	const STEP = 5000;

	function bringBack(scope: RestoreScope): void {
		if (!past || !board.mayAll) return;
		replay.pause();
		let done: ReturnType<typeof restore> | undefined;
		// Its own undo step.
		board.asOne(() => {
			done = restore(board.room.editContext, past.doc, scope, { keepLocked: !board.room.leads });
		});
		const { back, changed, removed } = done!;
		const { sheet } = past;
		const to = replay.time;
		onclose();
		if (scope.is !== 'board' || board.model.sheets.some(({ id }) => id === sheet)) board.goToSheet(sheet);
		if (back + changed + removed === 0) toaster.info({ title: m.restored_nothing() });
		else {
			if (scope.is === 'board') void attempt(tellRestored(board.room.info.boardId, to));
			const step = board.undo.undoStack.at(-1);
			toaster.create({
				type: 'success',
				title: m.restored(),
				description: m.restored_more({ back, changed, removed }),
				// The way back stays at hand: it is the whole board.
				duration: 10 * 60_000,
				action: { label: m.command_undo(), onClick: () => takeBack(step) },
			});
		}
	}

	/**
	 * Takes the restoring back; after other things have been done since, the journal has the moment
	 * before it.
	 */
	function takeBack(step: unknown): void {
		if (board.undo.undoStack.at(-1) === step) board.stepBack();
		else {
			board.frame.readJournal();
			toaster.info({ title: m.restored_since(), description: m.restored_since_more() });
		}
	}

	function toggle(): void {
		if (replay.isPlaying) replay.pause();
		else replay.play();
	}

	function onKey(event: KeyboardEvent): void {
		if (event.key === 'Escape') onclose();
		else if (event.key === ' ' && !(event.target as HTMLElement).closest('button, input, select')) toggle();
		else return;
		event.preventDefault();
	}
	const words = $derived(secondWords(replay.time));
</script>

<svelte:window onkeydown={onKey} />

<footer class="bar" aria-label={m.replay()} data-testid="replay">
	<div class="row">
		<strong class="what">{m.replay_moment()}</strong>
		<time datetime={new Date(replay.time).toISOString()} data-testid="replay-time">{words}</time>
		<span class="quiet" role="status"
			>{replay.problem !== undefined ? messageOf(replay.problem) : replay.busy ? m.replay_busy() : ''}</span
		>
		<span class="gap"></span>
		{#if board.mayAll}
			<button
				type="button"
				class="button"
				disabled={picked === 0}
				onclick={() => bringBack({ is: 'objects', ids: [...(past?.picked ?? [])] })}
				>{picked === 0 ? m.restore_picked() : m.restore_picked_count({ count: picked })}</button
			>
			<button
				type="button"
				class="button"
				disabled={!past}
				onclick={() => past && bringBack({ is: 'sheet', sheet: past.sheet })}>{m.restore_sheet()}</button
			>
			<button type="button" class="button" disabled={!past} onclick={() => bringBack({ is: 'board' })}
				>{m.restore_board()}</button
			>
		{/if}
		<button type="button" class="button main" onclick={onclose}><X size={16} />{m.replay_close()}</button>
	</div>
	<div class="row">
		<button
			type="button"
			class="icon-button"
			aria-label={m.replay_earlier()}
			title={m.replay_earlier()}
			onclick={() => void replay.seek(replay.place - STEP)}><StepBack size={18} /></button
		>
		<button
			type="button"
			class="icon-button"
			aria-label={replay.isPlaying ? m.replay_pause() : m.replay_play()}
			title={replay.isPlaying ? m.replay_pause() : m.replay_play()}
			onclick={toggle}
			>{#if replay.isPlaying}<Pause size={20} />{:else}<Play size={20} />{/if}</button
		>
		<button
			type="button"
			class="icon-button"
			aria-label={m.replay_later()}
			title={m.replay_later()}
			onclick={() => void replay.seek(replay.place + STEP)}><StepForward size={18} /></button
		>
		<input
			class="time"
			type="range"
			min="0"
			max={Math.max(1, replay.timeline.length)}
			step="1"
			value={replay.place}
			aria-label={m.replay_slider()}
			aria-valuetext={words}
			oninput={(event) => {
				replay.pause();
				void replay.seek(Number(event.currentTarget.value));
			}}
		/>
		<select class="entry" aria-label={m.replay_speed()} bind:value={replay.speed}>
			{#each SPEEDS as speed (speed)}<option value={speed}>{m.replay_times({ speed })}</option>{/each}
		</select>
		<button
			type="button"
			class="icon-button"
			aria-label={m.command_fit()}
			title={m.command_fit()}
			onclick={() => past?.fit()}><Maximize size={18} /></button
		>
		{#if past && sheets.length > 1}
			<select
				class="entry"
				aria-label={m.sheet()}
				value={past.sheet}
				onchange={(event) => past.goToSheet(event.currentTarget.value)}
			>
				{#each sheets as { id, title } (id)}<option value={id}>{title}</option>{/each}
			</select>
		{/if}
	</div>
</footer>

<style>
	.bar {
		display: grid;
		gap: 6px;
		padding: 8px 12px;
		border-top: 2px solid var(--frame-accent);
		background: var(--frame-ground);
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px 10px;
		font-size: var(--size-note);
	}
	.what {
		font-weight: 700;
	}
	time {
		font-variant-numeric: tabular-nums;
	}
	.gap {
		flex: 1;
	}
	.time {
		flex: 1;
		min-width: 160px;
		accent-color: var(--frame-accent);
	}
	.entry {
		width: auto;
		min-height: 32px;
		font-size: var(--size-note);
	}
</style>
