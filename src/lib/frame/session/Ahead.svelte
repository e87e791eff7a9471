<script lang="ts">
	/** Before the meeting: the board open for contributions, with a question of its own. Nothing runs until a step is started. */
	import { sessionMap } from '$core/session/runsheet';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/paraglide/messages';
	import type { Board } from '../../board/board.svelte';

	const { board }: { board: Board } = $props();
	const { room } = $derived(board);
	const ahead = $derived(room.plan.ahead);
	const fields = $derived.by(() => {
		void room.version;
		return [...board.model.fields].flatMap((id) => {
			const field = board.model.find(id);
			return field ? [{ id, title: plainText(field.text) || m.kind_field() }] : [];
		});
	});
	function set(values: { prompt?: string; field?: string }): void {
		const field = values.field ?? ahead?.field ?? fields[0]?.id;
		if (field) sessionMap(room.session).set('ahead', { prompt: ahead?.prompt ?? '', ...values, field });
	}
	function toggle(on: boolean): void {
		if (on) set({});
		else sessionMap(room.session).delete('ahead');
	}
</script>

<section>
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
				value={ahead.prompt}
				placeholder={m.step_prompt_hint()}
				onchange={(event) => set({ prompt: event.currentTarget.value.trim() })}></textarea></label
		>
		<label
			>{m.ahead_field()}<select
				class="entry"
				value={ahead.field}
				onchange={(event) => set({ field: event.currentTarget.value })}
				>{#each fields as { id, title } (id)}<option value={id}>{title}</option>{/each}</select
			></label
		>
	{/if}
</section>

<style>
	section {
		display: grid;
		gap: 8px;
		margin-top: 16px;
		padding-top: 12px;
		border-top: 1px solid var(--frame-line);
	}
	label {
		display: grid;
		gap: 3px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.check {
		display: flex;
		gap: 8px;
		color: var(--frame-text);
		font-size: var(--size-note);
	}
	.check span {
		display: flex;
		flex-direction: column;
		line-height: 1.3;
	}
	input {
		width: 17px;
		height: 17px;
		flex: none;
		accent-color: var(--frame-action);
	}
	.entry {
		min-height: 34px;
		padding: 4px 8px;
		color: var(--frame-text);
		font-size: var(--size-note);
	}
</style>
