<script lang="ts">
	/** Asking for a vote: what, about which objects, how, and by whom. Filled in so that most votes need one click. */
	import { METHODS, usualQuestion, VOTERS, type Method, type Voters } from '$core/decide/vote';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/messages';
	import { untrack } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import { messageOf } from '$lib/api/errors';
	import { likelySource, objectsFor, SOURCES, type Source } from './sources';
	import { methodMore, methodName, votersName } from '$lib/words/votes';

	interface Props {
		board: Board;
		/** Objects that were selected when it was asked for. */
		asked: readonly string[];
		onbegun: (id: string) => void;
		oncancel: () => void;
	}
	const { board, asked, onbegun, oncancel }: Props = $props();
	const { room } = $derived(board);

	let method = $state<Method>('dots');
	let question = $state(
		untrack(() => {
			const [only] = asked.length === 1 ? asked : [];
			const field = only ? board.model.find(only) : undefined;
			return usualQuestion(plainText(field?.text ?? []), room.step?.prompt ?? '', room.plan.question);
		}),
	);
	let source = $state<Source>(untrack(() => likelySource(board, asked)));
	let each = $state(5);
	let most = $state(3);
	let steps = $state(5);
	let ends = $state(['', '', '', '']);
	let minutes = $state<number | undefined>(undefined);
	let secret = $state(true);
	let who = $state<Voters>('all');
	let chosen = $state<string[]>([]);
	let problem = $state('');
	let isBusy = $state(false);

	const objects = $derived.by(() => {
		room.changes.observe();
		return objectsFor(board, source, asked);
	});
	// What it is about is in view while one asks.
	$effect(() => {
		void source;
		untrack(() => {
			if (objects.length > 1) board.showAll(objects);
		});
	});
	const offered = $derived.by(() => {
		room.changes.observe();
		return SOURCES.map(({ id, label }) => ({
			id,
			label: label(),
			count: objectsFor(board, id, asked).length,
		})).filter(({ count, id }) => count > 1 || id === source);
	});
	const LENGTHS = [
		undefined,
		3,
		5,
		10,
		30,
		60,
		24 * 60,
		3 * 24 * 60,
		7 * 24 * 60,
		14 * 24 * 60,
		28 * 24 * 60,
	] as const;
	const lengthName = (length: number | undefined): string =>
		length === undefined
			? m.until_closed()
			: length < 60
				? m.minutes({ count: length })
				: length < 24 * 60
					? m.hours({ count: length / 60 })
					: m.days({ count: length / (24 * 60) });

	async function begin(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		isBusy = true;
		problem = '';
		try {
			const terms = {
				method,
				question: question.trim(),
				each,
				most: Math.min(most, each),
				steps,
				ends,
				secret,
				who,
				chosen,
			};
			onbegun(await room.votes.begin({ terms, objects, ...(minutes === undefined ? {} : { minutes }) }));
		} catch (error) {
			problem = messageOf(error);
		} finally {
			isBusy = false;
		}
	}
</script>

<form class="entries" onsubmit={begin} data-testid="new-vote">
	<label
		>{m.vote_method()}<select class="entry" bind:value={method}
			>{#each METHODS as each (each)}<option value={each}>{methodName(each)}</option>{/each}</select
		><small>{methodMore(method)}</small></label
	>
	<label
		>{m.vote_question()}<textarea
			class="entry"
			rows="2"
			maxlength="400"
			required
			bind:value={question}
			placeholder={m.vote_question_hint()}></textarea></label
	>
	<label
		>{m.vote_on()}<select class="entry" bind:value={source}
			>{#each offered as { id, label, count } (id)}<option value={id}
					>{m.source_count({ label, count })}</option
				>{/each}</select
		></label
	>
	{#if method === 'dots'}
		<div class="pair">
			<label>{m.dots_each()}<input class="entry" type="number" min="1" max="100" bind:value={each} /></label>
			<label>{m.dots_most()}<input class="entry" type="number" min="1" max={each} bind:value={most} /></label>
		</div>
	{:else if method !== 'ranking'}
		<label>{m.scale_steps()}<input class="entry" type="number" min="2" max="10" bind:value={steps} /></label>
		<div class="pair">
			<label>{m.scale_low()}<input class="entry" maxlength="60" bind:value={ends[0]} /></label>
			<label>{m.scale_high()}<input class="entry" maxlength="60" bind:value={ends[1]} /></label>
			{#if method === 'matrix'}
				<label>{m.scale_low_2()}<input class="entry" maxlength="60" bind:value={ends[2]} /></label>
				<label>{m.scale_high_2()}<input class="entry" maxlength="60" bind:value={ends[3]} /></label>
			{/if}
		</div>
	{/if}
	<div class="pair">
		<label
			>{m.vote_open_for()}<select class="entry" bind:value={minutes}
				>{#each LENGTHS as length (length)}<option value={length}>{lengthName(length)}</option>{/each}</select
			></label
		>
		<label
			>{m.vote_who()}<select class="entry" bind:value={who}
				>{#each VOTERS as voters (voters)}<option value={voters}>{votersName(voters)}</option>{/each}</select
			></label
		>
	</div>
	{#if who === 'chosen'}
		<fieldset>
			<legend>{m.voters_chosen()}</legend>
			{#each room.names as { id, name } (id)}
				<label class="check"><input type="checkbox" value={id} bind:group={chosen} />{name}</label>
			{/each}
		</fieldset>
	{/if}
	<label class="check"
		><input type="checkbox" bind:checked={secret} /><span
			>{m.vote_secret()}<small>{secret ? m.vote_secret_more() : m.vote_open_more()}</small></span
		></label
	>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	<div class="row">
		<button
			class="button main"
			type="submit"
			disabled={isBusy || objects.length < 2 || question.trim() === ''}>{m.vote_start()}</button
		>
		<button class="button" type="button" onclick={oncancel}>{m.cancel()}</button>
	</div>
	{#if objects.length < 2}<p class="quiet">{m.error_vote_objects()}</p>{/if}
</form>

<style>
	form {
		margin-top: 8px;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
	}
	.row .main {
		flex: 1;
	}
	.problem {
		color: var(--frame-bad);
		font-size: var(--size-note);
	}
</style>
