<script lang="ts">
	/** The run sheet: the running step and its clock, plan against clock, and the steps, which those who lead change here. */
	import { gathers } from '$core/meeting/steps';
	import { m } from '$lib/messages';
	import BookmarkPlus from '@lucide/svelte/icons/bookmark-plus';
	import Scale from '@lucide/svelte/icons/scale';
	import Presentation from '@lucide/svelte/icons/presentation';
	import Printer from '@lucide/svelte/icons/printer';
	import type { Board } from '../../board/board.svelte';
	import { keepPiece, recipeFrom } from '../../templates/drawer';
	import { toaster } from '../../ui/toaster';
	import type { SessionOrder } from '$core/contract/session';
	import Ahead from './Ahead.svelte';
	import Behind from './Behind.svelte';
	import Rehearsal from './Rehearsal.svelte';
	import BackstageList from './BackstageList.svelte';
	import RoundNow from './RoundNow.svelte';
	import StepNow from './StepNow.svelte';
	import Strays from './Strays.svelte';
	import Steps from './Steps.svelte';
	import Written from './Written.svelte';
	import { attempt } from '../../ui/attempt';

	interface Props {
		board: Board;
		onlead: (order: SessionOrder) => void;
	}
	const { board, onlead }: Props = $props();
	const { room } = $derived(board);
	const step = $derived(room.step);
	const keepRecipe = (): Promise<boolean> =>
		attempt(async () => {
			const content = recipeFrom(board);
			if (content.objects.length === 0) return;
			await keepPiece(board, { name: room.title.slice(0, 80), scope: 'own', content });
			toaster.success({ title: m.recipe_kept() });
		});
</script>

<h2 class="panel-title">{step?.title ?? m.run_sheet()}</h2>
{#if !step}
	{#if room.plan.done}
		<p class="quiet">{m.session_done()}</p>
	{:else if room.plan.steps.length === 0}
		{#if room.leads}
			<p class="words">{m.first_words()}</p>
			<div class="first">
				<button type="button" class="button main" onclick={() => board.frame.openDialog('invite')}
					>{m.first_invite()}</button
				>
				{#if !room.info.person.guest}<a class="button" href="/new">{m.first_recipe()}</a>{/if}
			</div>
		{:else}
			<p class="quiet">{m.no_run_sheet()}</p>
		{/if}
	{:else}
		<p class="quiet">{room.plan.begunAt === undefined ? m.not_started() : m.between_steps()}</p>
	{/if}
{/if}
<StepNow {room} {onlead} />
{#if room.leads}<RoundNow room={board.room} onlook={() => board.frame.openInstrument('themes')} />{/if}
{#if room.leads && board.mayAll}<Strays {board} />{/if}
{#if room.leads}<BackstageList {board} />{/if}
{#if room.leads && step?.kind === 'warm-up'}
	<h3 class="label">{m.warm_ready()}</h3>
	<ul class="ready">
		{#each room.people.filter(({ person }) => person !== room.info.person.id) as { client, name, ready } (client)}
			<li><span>{name}</span><b>{ready ?? 0}/4</b></li>
		{/each}
	</ul>
{/if}
{#if step && gathers(step) && !step.silent}<Written {room} />{/if}
<Behind {room} {onlead} />

{#if room.leads || room.plan.steps.length > 0}
	<div class="head">
		<h3 class="label">{m.all_steps()}</h3>
		{#if room.leads && room.plan.steps.length > 0}
			<span class="tools">
				{#if !room.info.person.guest}<button
						type="button"
						class="icon-button"
						aria-label={m.keep_recipe()}
						title={m.keep_recipe()}
						onclick={keepRecipe}><BookmarkPlus size={15} /></button
					>{/if}
				<button
					type="button"
					class="icon-button"
					aria-label={m.command_show()}
					title={`${m.command_show()} (K)`}
					onclick={() => board.frame.startShow()}><Presentation size={15} /></button
				>
				<button
					type="button"
					class="icon-button"
					aria-label={m.balance()}
					title={`${m.balance()} (B)`}
					onclick={() => board.frame.openDialog('balance')}><Scale size={15} /></button
				>
				<a
					class="icon-button"
					href="/board/{room.info.boardId}/plan"
					target="_blank"
					aria-label={m.print_plan()}
					title={m.print_plan()}><Printer size={15} /></a
				>
			</span>
		{/if}
	</div>
	<Steps {board} {onlead} />
{/if}
{#if room.leads && room.plan.begunAt === undefined}<Ahead {board} />{/if}
{#if room.leads}<Rehearsal {room} />{/if}

<style>
	h3 {
		margin: 14px 0 4px;
	}
	.tools {
		display: flex;
	}
	.ready li {
		display: flex;
		justify-content: space-between;
		font-size: var(--size-note);
	}
	.head {
		display: flex;
		align-items: end;
		justify-content: space-between;
		margin-top: 12px;
	}
	.words {
		margin-top: 4px;
		font-size: var(--size-note);
	}
	.first {
		display: grid;
		gap: 6px;
		margin-top: 10px;
	}
	p.quiet {
		margin-top: 4px;
		font-size: var(--size-note);
	}
</style>
