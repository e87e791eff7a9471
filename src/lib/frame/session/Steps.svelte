<script lang="ts">
	/**
	 * The steps as a list. Whoever leads changes titles and minutes in place, drags steps or moves them with Alt and an arrow, and opens
	 * one to see all of it.
	 */
	import { addStep, changeStep, moveStep, newStep, removeStep } from '$core/meeting/runsheet';
	import { lengthOf, LONGEST, SHORTEST, type Step } from '$core/meeting/steps';
	import { m } from '$lib/messages';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import Copy from '@lucide/svelte/icons/copy';
	import GripVertical from '@lucide/svelte/icons/grip-vertical';
	import Play from '@lucide/svelte/icons/play';
	import Plus from '@lucide/svelte/icons/plus';
	import Trash from '@lucide/svelte/icons/trash-2';
	import { nanoid } from 'nanoid';
	import { tick } from 'svelte';
	import type { Board } from '../../board/board.svelte';
	import { RowDrag, type Side } from '../../ui/row-drag.svelte';
	import { toaster } from '../../ui/toaster';
	import type { SessionOrder } from '$core/contract/session';
	import StepForm from './StepForm.svelte';
	import { kindWords, lengthWords, STEP_ICONS, USUAL_MAY } from './words';
	import { shownValue } from '../../ui/shown-value.svelte';

	const { board, onlead }: { board: Board; onlead: (order: SessionOrder) => void } = $props();
	const { room } = $derived(board);
	const drag = new RowDrag('steps', put);
	let opened = $state<string | undefined>();
	let list = $state<HTMLElement>();

	const at = $derived(room.plan.steps.findIndex((step) => step.id === room.plan.running?.step));
	const wasRun = $derived(new Set(room.plan.past.map(({ step }) => step)));

	function setMinutes(step: Step, value: number): void {
		if (!Number.isFinite(value)) return;
		const minutes = Math.min(LONGEST, Math.max(SHORTEST, Math.round(value * 2) / 2));
		const least = step.least === undefined ? undefined : Math.min(step.least, minutes);
		changeStep(room.session, step.id, { minutes, least, cut: undefined });
	}
	function setTitle(step: Step, title: string): void {
		if (title.trim() !== '') changeStep(room.session, step.id, { title: title.trim() });
	}
	async function focusTitle(id: string): Promise<void> {
		await tick();
		list?.querySelector<HTMLInputElement>(`[data-step="${id}"] .title`)?.select();
	}
	function add(after: string | undefined): void {
		const kind = 'discuss';
		const step = newStep({ id: nanoid(8), title: m.new_step(), kind, minutes: 5, may: USUAL_MAY[kind] });
		addStep(room.session, { ...step, sheet: board.sheet }, after);
		opened = step.id;
		void focusTitle(step.id);
	}
	function duplicate(step: Step): void {
		const copy = { ...step, id: nanoid(8) };
		addStep(room.session, copy, step.id);
		const aside = room.backstage?.asideOf(step.id);
		if (aside) room.backstage?.setAside(copy.id, aside);
		opened = copy.id;
		void focusTitle(copy.id);
	}
	function remove(step: Step): void {
		const { steps } = room.plan;
		const i = steps.findIndex(({ id }) => id === step.id);
		const aside = room.backstage?.asideOf(step.id) ?? '';
		removeStep(room.session, step.id);
		room.backstage?.setAside(step.id, '');
		const bringBack = (): void => {
			addStep(room.session, step, steps[i - 1]?.id);
			room.backstage?.setAside(step.id, aside);
		};
		toaster.info({
			title: m.step_deleted({ title: step.title }),
			action: { label: m.command_undo(), onClick: bringBack },
		});
		const next = steps[i + 1] ?? steps[i - 1];
		if (next) void focusTitle(next.id);
	}
	/** Moves a step by one place. */
	async function shift(step: Step, by: 1 | -1): Promise<void> {
		const { steps } = room.plan;
		const i = steps.findIndex(({ id }) => id === step.id);
		if (!steps[i + by]) return;
		const others = steps.filter(({ id }) => id !== step.id);
		moveStep(room.session, step.id, others[i + by - 1]?.id);
		await tick();
		list?.querySelector<HTMLElement>(`[data-step="${step.id}"] .title`)?.focus();
	}
	function keys(event: KeyboardEvent, step: Step): void {
		if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
			event.preventDefault();
			void shift(step, event.key === 'ArrowUp' ? -1 : 1);
		} else if (event.key === 'Enter') (event.target as HTMLElement).blur();
	}
	/** Puts the dragged step on that side of another one. */
	function put(moving: string, side: Side, beside: string): void {
		const others = room.plan.steps.filter(({ id }) => id !== moving);
		const i = others.findIndex(({ id }) => id === beside);
		moveStep(room.session, moving, others[side === 'before' ? i - 1 : i]?.id);
	}
</script>

<ol class="steps" bind:this={list} aria-label={m.all_steps()}>
	{#each room.plan.steps as step, i (step.id)}
		{@const Icon = STEP_ICONS[step.kind]}
		{@const isPast = room.plan.done || wasRun.has(step.id)}
		<li
			data-step={step.id}
			class:running={i === at}
			class:past={isPast && i !== at}
			class={drag.over?.id === step.id ? drag.over.side : ''}
			{@attach drag.row(step.id, room.leads)}
		>
			{#if room.leads}
				<div class="row">
					<span class="grip" role="presentation" title={m.step_drag()}><GripVertical size={14} /></span>
					<span class="kind" title={kindWords(step.kind)}><Icon size={15} /></span>
					<input
						class="title"
						aria-label={m.step_title_of({ number: i + 1 })}
						maxlength="80"
						{@attach shownValue(() => step.title)}
						onchange={(event) => setTitle(step, event.currentTarget.value)}
						onkeydown={(event) => keys(event, step)}
					/>
					<input
						class="minutes"
						type="number"
						aria-label={m.step_minutes_of({ title: step.title })}
						min="0.5"
						max={LONGEST}
						step="0.5"
						{@attach shownValue(() => lengthOf(step))}
						class:cut={step.cut !== undefined}
						onchange={(event) => setMinutes(step, event.currentTarget.valueAsNumber)}
						onkeydown={(event) => keys(event, step)}
					/>
					<button
						type="button"
						class="icon-button"
						aria-label={m.step_open({ title: step.title })}
						aria-expanded={opened === step.id}
						title={m.step_open({ title: step.title })}
						onclick={() => (opened = opened === step.id ? undefined : step.id)}
						><ChevronDown size={15} class={opened === step.id ? 'turned' : ''} /></button
					>
				</div>
				{#if opened === step.id}
					<div class="opened">
						<div class="tools">
							{#if i !== at}
								<button type="button" class="button" onclick={() => onlead({ do: 'start', step: step.id })}
									><Play size={14} />{m.start_here()}</button
								>
							{/if}
							<button
								type="button"
								class="icon-button"
								aria-label={m.step_after()}
								title={m.step_after()}
								onclick={() => add(step.id)}><Plus size={16} /></button
							>
							<button
								type="button"
								class="icon-button"
								aria-label={m.step_copy()}
								title={m.step_copy()}
								onclick={() => duplicate(step)}><Copy size={15} /></button
							>
							{#if i !== at}<button
									type="button"
									class="icon-button"
									aria-label={m.step_remove()}
									title={m.step_remove()}
									onclick={() => remove(step)}><Trash size={15} /></button
								>{/if}
						</div>
						<StepForm {board} {step} />
					</div>
				{/if}
			{:else}
				<div class="row reading" aria-current={i === at ? 'step' : undefined}>
					<span class="kind"><Icon size={15} /></span>
					<span class="name">{step.title}</span>
					<span class="quiet">{lengthWords(lengthOf(step))}</span>
				</div>
			{/if}
		</li>
	{/each}
</ol>
{#if room.leads}
	<button
		type="button"
		class="button add"
		{@attach drag.end(room.plan.steps.at(-1)?.id)}
		onclick={() => add(room.plan.steps.at(-1)?.id)}><Plus size={16} />{m.add_step()}</button
	>
{/if}

<style>
	.steps {
		margin: 0 -6px;
	}
	li {
		border-left: 2px solid transparent;
		font-size: var(--size-note);
	}
	li.before {
		box-shadow: inset 0 2px var(--frame-action);
	}
	li.after {
		box-shadow: inset 0 -2px var(--frame-action);
	}
	li.running {
		border-left-color: var(--frame-action);
		background: var(--frame-raised);
		font-weight: 700;
	}
	.row {
		display: flex;
		align-items: center;
		gap: 4px;
		min-height: 36px;
	}
	.reading {
		gap: 8px;
		padding: 0 8px;
	}
	.grip {
		display: grid;
		width: 16px;
		height: 32px;
		place-items: center;
		color: var(--frame-quiet);
		cursor: grab;
	}
	.kind {
		display: grid;
		flex: none;
		color: var(--frame-quiet);
	}
	.name {
		flex: 1;
	}
	.title,
	.minutes {
		min-height: 30px;
		padding: 2px 5px;
		border: 1px solid transparent;
		border-radius: 4px;
		background: transparent;
		color: inherit;
		font: inherit;
	}
	.title {
		flex: 1;
		min-width: 0;
		text-overflow: ellipsis;
	}
	.minutes {
		width: 44px;
		border-color: var(--frame-line);
		text-align: right;
		appearance: textfield;
	}
	.minutes::-webkit-inner-spin-button {
		display: none;
	}
	.minutes.cut {
		color: var(--frame-accent);
		text-decoration: underline dotted;
	}
	.title:hover,
	.title:focus,
	.minutes:focus {
		border-color: var(--frame-strong-line);
		background: var(--frame-raised);
	}
	.past .title,
	.past .name {
		color: var(--frame-quiet);
	}
	.icon-button {
		width: 26px;
		flex: none;
	}
	.row :global(.turned) {
		transform: rotate(180deg);
	}
	.opened {
		padding: 4px 8px;
		font-weight: 400;
	}
	.tools {
		display: flex;
		align-items: center;
		gap: 4px;
	}
	.tools .button {
		min-height: 30px;
		margin-right: auto;
	}
	.add {
		width: 100%;
		margin-top: 8px;
	}
</style>
