<script lang="ts">
	/** Before the meeting: the board open for contributions, with a question of its own. Nothing runs until a step is started. */
	import { sessionMap, usualAhead, type Ahead } from '$core/meeting/runsheet';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import { shownValue } from '../../ui/shown-value.svelte';

	const { board }: { board: Board } = $props();
	const { room } = $derived(board);
	const ahead = $derived(room.plan.ahead);
	const fields = $derived.by(() => {
		const model = room.observed;
		return [...model.fields].flatMap((id) => {
			const field = model.find(id);
			return field ? [{ id, title: plainText(field.text) || m.kind_field() }] : [];
		});
	});
	const set = (next: Ahead | undefined): void => {
		const map = sessionMap(room.session);
		if (next) map.set('ahead', next);
		else map.delete('ahead');
	};
	const toggle = (on: boolean): void =>
		set(
			on
				? usualAhead(
						room.plan,
						fields.map(({ id }) => id),
					)
				: undefined,
		);
</script>

<section class="entries">
	<label class="check"
		><input
			type="checkbox"
			checked={ahead !== undefined}
			disabled={fields.length === 0}
			onchange={(event) => toggle(event.currentTarget.checked)}
		/><span
			>{m.ahead()}<small class="quiet">{fields.length === 0 ? m.ahead_needs_field() : m.ahead_more()}</small
			></span
		></label
	>
	{#if ahead}
		<label
			>{m.step_prompt()}<textarea
				class="entry"
				rows="2"
				maxlength="400"
				{@attach shownValue(() => ahead.prompt)}
				placeholder={m.step_prompt_hint()}
				onchange={(event) => set({ ...ahead, prompt: event.currentTarget.value.trim() })}></textarea></label
		>
		<label
			>{m.ahead_field()}<select
				class="entry"
				value={ahead.field}
				onchange={(event) => set({ ...ahead, field: event.currentTarget.value })}
				>{#each fields as { id, title } (id)}<option value={id}>{title}</option>{/each}</select
			></label
		>
	{/if}
</section>

<style>
	section {
		margin-top: 16px;
		padding-top: 12px;
		border-top: 1px solid var(--frame-line);
	}
</style>
