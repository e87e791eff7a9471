<script lang="ts">
	/** How the board is run just now: who writes, whether it is open, what editors and onlookers may do besides. */
	import { type BoardPolicy, NAMES } from '$core/access/rights';
	import { owns } from '$core/access/roles';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import { setPolicy } from './actions';
	import { attempt } from '../../ui/attempt';
	import Dialog from '../../ui/Dialog.svelte';
	import WritingSwitch from './WritingSwitch.svelte';

	const { room }: { room: Room } = $props();

	const set = (change: Partial<BoardPolicy>): Promise<boolean> =>
		attempt(setPolicy(room.info.boardId, change));
	const NAME_WORDS: Record<BoardPolicy['names'], () => string> = {
		shown: () => m.names_shown(),
		veiled: () => m.names_veiled(),
		hidden: () => m.names_hidden(),
	};
	interface Rule {
		key: 'closed' | 'editorsShare' | 'onlookersTakeOut' | 'asksModel';
		label: () => string;
		more: () => string;
	}
	const RULES: Rule[] = [
		{ key: 'closed', label: () => m.close_room(), more: () => m.close_room_more() },
		{ key: 'editorsShare', label: () => m.editors_share(), more: () => m.editors_share_more() },
		{ key: 'onlookersTakeOut', label: () => m.onlookers_take_out(), more: () => m.onlookers_take_out_more() },
	];
	/** Where there is a language model, the owner says whether notes may be sent to it. */
	const rules = $derived.by((): Rule[] => {
		const { model } = room.info;
		if (!model || !owns(room.role)) return RULES;
		return [
			...RULES,
			{ key: 'asksModel', label: () => m.asks_model(model), more: () => m.asks_model_more(model) },
		];
	});

	/** How names are to be shown, while it is asked whether that is meant. */
	let wished = $state<BoardPolicy['names'] | undefined>();
	function chooseNames(select: HTMLSelectElement): void {
		const names = select.value as BoardPolicy['names'];
		// What loses its names does not get them back; that is not done by opening a list.
		if (names === 'shown' && room.policy.names === 'veiled') void set({ names });
		else wished = names;
		select.value = room.policy.names;
	}
</script>

<WritingSwitch {room} />
{#each rules as { key, label, more } (key)}
	<label>
		<input
			type="checkbox"
			role="switch"
			checked={room.policy[key]}
			onchange={(event) => set({ [key]: event.currentTarget.checked })}
		/>
		<span>{label()}<small class="quiet">{more()}</small></span>
	</label>
{/each}
<label class="names">
	<span>{m.names()}<small class="quiet">{m.names_more()}</small></span>
	<select
		class="entry"
		aria-label={m.names()}
		value={room.policy.names}
		onchange={(event) => chooseNames(event.currentTarget)}
	>
		{#each NAMES as names (names)}<option value={names}>{NAME_WORDS[names]()}</option>{/each}
	</select>
</label>

<Dialog
	open={wished !== undefined}
	title={wished ? NAME_WORDS[wished]() : ''}
	onclose={() => (wished = undefined)}
>
	<p>
		{wished === 'hidden'
			? m.names_ask_hidden()
			: wished === 'veiled'
				? m.names_ask_veiled()
				: m.names_ask_shown()}
	</p>
	<div class="ask">
		<button
			type="button"
			class="button main"
			onclick={() => {
				void set({ names: wished! });
				wished = undefined;
			}}>{m.names_do_it()}</button
		>
		<button type="button" class="button" onclick={() => (wished = undefined)}>{m.leave_it()}</button>
	</div>
</Dialog>

<style>
	.ask {
		display: flex;
		gap: 8px;
		margin-top: 16px;
	}
	label {
		display: flex;
		align-items: flex-start;
		gap: 10px;
		padding: 5px 0;
		font-size: var(--size-note);
		cursor: pointer;
	}
	label span {
		display: flex;
		flex-direction: column;
		line-height: 1.3;
	}
	.names {
		display: grid;
		gap: 4px;
		cursor: default;
	}
	.names select {
		width: 100%;
		min-height: 34px;
		padding: 2px 6px;
		font-size: var(--size-note);
	}
	input {
		flex: none;
		width: 18px;
		height: 18px;
		accent-color: var(--frame-action);
	}
</style>
