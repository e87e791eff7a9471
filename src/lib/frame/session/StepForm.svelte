<script lang="ts">
	/** Everything about one step: what it is, how long it takes, where, what people may do, what happens at its end. */
	import { changeStep } from '$core/meeting/runsheet';
	import { AT_END, leastOf, STEP_KINDS, type AtEnd, type Step, type StepKind } from '$core/meeting/steps';
	import { STEP_MAY, type StepMay } from '$core/access/step-grants';
	import { type Names, NAMES } from '$core/access/rights';
	import { seen } from '$core/geometry/view';
	import { plainText } from '$core/text/rich';
	import { m } from '$lib/messages';
	import type { Board } from '../../board/board.svelte';
	import { endWords, kindWords, mayWords, namesWords, USUAL_MAY } from './words';
	import { shownValue } from '../../ui/shown-value.svelte';

	const { board, step }: { board: Board; step: Step } = $props();
	const { room } = $derived(board);
	const fields = $derived.by(() => {
		const model = room.observed;
		return [...model.fields].flatMap((id) => {
			const field = model.find(id);
			return field ? [{ id, sheet: field.sheet, title: plainText(field.text) || m.kind_field() }] : [];
		});
	});
	const sheets = $derived.by(() => {
		return room.observed.sheets;
	});
	const change = (values: Partial<Omit<Step, 'id'>>): void => changeStep(room.session, step.id, values);

	/** What the list of places shows as chosen. */
	const place = $derived(
		step.view ? 'view' : step.field ? `field ${step.field}` : step.sheet ? `sheet ${step.sheet}` : '',
	);
	function choosePlace(chosen: string): void {
		const [what, id] = chosen.split(' ');
		if (what === 'view') {
			const { x, y, w, h } = seen(board.view, board.size);
			const view: Step['view'] = [Math.round(x), Math.round(y), Math.round(w), Math.round(h)];
			change({ view, sheet: board.sheet, field: undefined });
		} else if (what === 'field' && id)
			change({ field: id, sheet: fields.find((field) => field.id === id)?.sheet, view: undefined });
		else change({ sheet: what === 'sheet' ? id : undefined, field: undefined, view: undefined });
	}
	function chooseKind(kind: StepKind): void {
		// What was set by hand stays; what was usual for the kind until now follows it.
		const together = kind === 'sort' ? step.together : undefined;
		change({ kind, together, ...(step.may === USUAL_MAY[step.kind] ? { may: USUAL_MAY[kind] } : {}) });
	}
	const least = $derived(step.least ?? leastOf(step));
	function setLeast(value: number): void {
		if (value > 0 && value <= step.minutes) change({ least: value });
	}
	const needsField = $derived((step.silent || step.may === 'line') && !step.field);
</script>

<div class="entries form">
	<label
		>{m.step_kind()}<select
			class="entry"
			value={step.kind}
			onchange={(event) => chooseKind(event.currentTarget.value as StepKind)}
			>{#each STEP_KINDS as kind (kind)}<option value={kind}>{kindWords(kind)}</option>{/each}</select
		></label
	>
	<label
		>{m.step_prompt()}<textarea
			class="entry"
			rows="2"
			maxlength="400"
			{@attach shownValue(() => step.prompt)}
			placeholder={m.step_prompt_hint()}
			onchange={(event) => change({ prompt: event.currentTarget.value.trim() })}></textarea></label
	>
	<label
		>{m.step_place()}<select
			class="entry"
			value={place}
			onchange={(event) => choosePlace(event.currentTarget.value)}
		>
			<option value="">{m.place_anywhere()}</option>
			{#each fields as { id, title } (id)}<option value="field {id}">{m.place_field({ title })}</option
				>{/each}
			{#each sheets as { id, title } (id)}<option value="sheet {id}">{m.place_sheet({ title })}</option
				>{/each}
			<option value="view">{m.place_view()}</option>
		</select></label
	>
	<label
		>{m.step_may()}<select
			class="entry"
			value={step.may}
			onchange={(event) => change({ may: event.currentTarget.value as StepMay })}
			>{#each STEP_MAY as may (may)}<option value={may}>{mayWords(may)}</option>{/each}</select
		></label
	>
	<label class="check"
		><input
			type="checkbox"
			checked={step.silent === true}
			onchange={(event) => change({ silent: event.currentTarget.checked || undefined })}
		/><span>{m.step_silent()}<small class="quiet">{m.step_silent_more()}</small></span></label
	>
	{#if step.kind === 'sort'}
		<label class="check"
			><input
				type="checkbox"
				checked={step.together === true}
				onchange={(event) => change({ together: event.currentTarget.checked || undefined })}
			/><span>{m.step_together()}<small class="quiet">{m.step_together_more()}</small></span></label
		>
	{/if}
	{#if needsField}<p class="missing">{m.step_needs_field()}</p>{/if}
	<label
		>{m.step_names()}<select
			class="entry"
			value={step.names ?? ''}
			onchange={(event) => change({ names: (event.currentTarget.value || undefined) as Names | undefined })}
		>
			<option value="">{m.names_as_they_are()}</option>
			{#each NAMES as names (names)}<option value={names}>{namesWords(names)}</option>{/each}
		</select></label
	>
	<label
		>{m.step_end()}<select
			class="entry"
			value={step.atEnd}
			onchange={(event) => change({ atEnd: event.currentTarget.value as AtEnd })}
			>{#each AT_END as end (end)}<option value={end}>{endWords(end)}</option>{/each}</select
		></label
	>
	<div class="pair">
		<label
			>{m.step_least()}<input
				class="entry"
				type="number"
				min="0.5"
				max={step.minutes}
				step="0.5"
				disabled={step.fixed}
				{@attach shownValue(() => least)}
				onchange={(event) => setLeast(event.currentTarget.valueAsNumber)}
			/></label
		>
		<label class="check"
			><input
				type="checkbox"
				checked={step.fixed === true}
				onchange={(event) => change({ fixed: event.currentTarget.checked || undefined })}
			/><span>{m.step_fixed()}</span></label
		>
	</div>
	{#if room.backstage}
		<label
			>{m.only_for_you()}<textarea
				class="entry"
				rows="2"
				maxlength="1000"
				{@attach shownValue(() => room.backstage?.asideOf(step.id))}
				onchange={(event) => room.backstage?.setAside(step.id, event.currentTarget.value.trim())}
			></textarea></label
		>
	{/if}
</div>

<style>
	.form {
		padding: 8px 2px 12px;
	}
	.pair .check {
		min-height: 34px;
		align-items: center;
	}
	.missing {
		color: var(--frame-bad);
		font-size: var(--size-small);
	}
</style>
