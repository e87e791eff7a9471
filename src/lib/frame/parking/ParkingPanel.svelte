<script lang="ts">
	/** The parking lot: what is kept for later, put in order, answered, moved onto the board by those who lead. */
	import { NOTE_SIZES } from '$core/board/objects';
	import {
		closeParked,
		followParking,
		moveParked,
		readParking,
		removeParked,
		reopenParked,
		type Parked,
	} from '$core/meeting/parking';
	import { m } from '$lib/messages';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import Check from '@lucide/svelte/icons/check';
	import RotateCcw from '@lucide/svelte/icons/rotate-ccw';
	import StickyNote from '@lucide/svelte/icons/sticky-note';
	import X from '@lucide/svelte/icons/x';
	import type { Board } from '../../board/board.svelte';
	import { parkIt, takeBack } from './actions';
	import { attempt } from '../../ui/attempt';

	const { board }: { board: Board } = $props();
	const { room } = $derived(board);
	let all = $state.raw<readonly Parked[]>([]);
	let text = $state('');
	let answering = $state<string | undefined>();
	const open = $derived(all.filter(({ closedAt }) => closedAt === undefined));
	const closed = $derived(all.filter(({ closedAt }) => closedAt !== undefined));

	$effect(() => {
		const read = (): void => void (all = readParking(room.session));
		read();
		return followParking(room.session, read);
	});
	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const words = text.trim();
		if (words !== '' && (await attempt(parkIt(room.info.boardId, words)))) text = '';
	}
	function end(event: SubmitEvent, { id }: Parked): void {
		event.preventDefault();
		const answer = new FormData(event.currentTarget as HTMLFormElement).get('answer');
		closeParked(room.session, id, typeof answer === 'string' ? answer.trim() : '', room.now());
		answering = undefined;
	}
	/** Puts it on the board as a note, in the middle of what is seen. */
	function putOn({ id, text: words, by }: Parked): void {
		const { w, h } = NOTE_SIZES.card;
		const { x, y } = board.middle;
		const made = board.add({
			kind: 'note',
			box: [Math.round(x - w / 2), Math.round(y - h / 2), w, h, 0],
			style: { form: 'card', pigment: 'lake' },
			text: words,
			by,
		});
		removeParked(room.session, id);
		board.goTo(made);
	}
	const mayRemove = ({ by }: Parked): boolean => room.leads || by[0] === room.info.person.id;
	const remove = ({ id }: Parked): void => {
		if (room.leads) removeParked(room.session, id);
		else void attempt(takeBack(room.info.boardId, id));
	};
</script>

<h2 class="panel-title">{m.parking()}</h2>
{#if room.may('park')}
	<form onsubmit={add}>
		<textarea
			class="entry"
			rows="2"
			maxlength="500"
			bind:value={text}
			placeholder={m.parking_hint()}
			aria-label={m.parking_hint()}></textarea>
		<button class="button" type="submit" disabled={text.trim() === ''}>{m.parking_add()}</button>
	</form>
{/if}
{#if all.length === 0}<p class="quiet">{m.parking_empty()}</p>{/if}
<ul data-testid="parking">
	{#each open as item, i (item.id)}
		<li>
			<p>{item.text}</p>
			<small class="quiet">{item.by[1]}</small>
			{#if answering === item.id}
				<form onsubmit={(event) => end(event, item)}>
					<textarea class="entry" name="answer" rows="2" maxlength="1000" placeholder={m.parking_answer()}
					></textarea>
					<button class="button main" type="submit">{m.parking_close()}</button>
				</form>
			{:else}
				<div class="row">
					{#if room.leads}
						<button
							type="button"
							class="icon-button"
							aria-label={m.parking_close()}
							title={m.parking_close()}
							onclick={() => (answering = item.id)}><Check size={16} /></button
						>
						{#if i > 0}<button
								type="button"
								class="icon-button"
								aria-label={m.parking_up()}
								title={m.parking_up()}
								onclick={() => moveParked(room.session, item.id, open[i - 1]!.id)}
								><ArrowUp size={16} /></button
							>{/if}
						{#if board.mayAll}<button
								type="button"
								class="icon-button"
								aria-label={m.put_on_board()}
								title={m.put_on_board()}
								onclick={() => putOn(item)}><StickyNote size={16} /></button
							>{/if}
					{/if}
					{#if mayRemove(item)}<button
							type="button"
							class="icon-button"
							aria-label={m.parking_remove()}
							title={m.parking_remove()}
							onclick={() => remove(item)}><X size={16} /></button
						>{/if}
				</div>
			{/if}
		</li>
	{/each}
</ul>
{#if closed.length > 0}
	<h3 class="label">{m.parking_closed()}</h3>
	<ul>
		{#each closed as item (item.id)}
			<li class="closed">
				<p>{item.text}</p>
				{#if item.answer}<p class="answer">{item.answer}</p>{/if}
				{#if room.leads}<button
						type="button"
						class="icon-button"
						aria-label={m.reopen()}
						title={m.reopen()}
						onclick={() => reopenParked(room.session, item.id)}><RotateCcw size={15} /></button
					>{/if}
			</li>
		{/each}
	</ul>
{/if}

<style>
	form {
		display: grid;
		gap: 6px;
		margin: 8px 0;
	}
	.entry {
		min-height: 34px;
		font-size: var(--size-note);
	}
	li {
		padding: 8px 0;
		border-bottom: 1px solid var(--frame-line);
		font-size: var(--size-note);
		line-height: 1.35;
		overflow-wrap: anywhere;
	}
	.row {
		display: flex;
		justify-content: end;
	}
	.closed p {
		color: var(--frame-quiet);
	}
	.closed .answer {
		color: var(--frame-text);
	}
	h3 {
		margin-top: 14px;
	}
</style>
