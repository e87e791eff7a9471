<script lang="ts">
	/** From nothing to a session: choose a recipe, say the question, how many people and how much time there is, and start. */
	import { goto } from '$app/navigation';
	import { withId } from '$core/templates';
	import { make, type Recipe } from '$core/templates/recipe';
	import { kindWords, lengthWords, STEP_ICONS } from '$lib/frame/session/words';
	import { m } from '$lib/messages';
	import Finder from '$lib/templates/Finder.svelte';
	import { recipes } from '$lib/templates/tables';
	import { createBoard } from '$core/contract/boards';
	import { call } from '$lib/api/client';
	import { messageOf } from '$lib/api/errors';
	import BackHeader from '$lib/ui/BackHeader.svelte';
	import { untrack } from 'svelte';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();
	const all = recipes();
	let recipe = $state.raw<Recipe | undefined>(untrack(() => withId(all, data.recipe ?? '')));
	let question = $state('');
	let people = $state(8);
	let minutes = $state(untrack(() => recipe?.minutes ?? 30));
	let isBusy = $state(false);
	let problem = $state('');
	let entry = $state<HTMLInputElement>();

	const plan = $derived.by(() => {
		if (!recipe || !(people > 0) || !(minutes > 0)) return [];
		let id = 0;
		return make(recipe, { question, people, minutes }, () => `p${id++}`, 's').steps;
	});
	const total = $derived(plan.reduce((sum, step) => sum + step.minutes, 0));

	function choose(one: Recipe): void {
		recipe = one;
		minutes = one.minutes;
		entry?.focus();
	}
	function start(event: SubmitEvent): void {
		event.preventDefault();
		if (recipe) void begin(recipe.id, minutes);
	}
	async function begin(id: string, length: number | undefined): Promise<void> {
		isBusy = true;
		problem = '';
		try {
			const made = await call(createBoard, {
				body: {
					start: 'recipe',
					recipe: id,
					question,
					people,
					...(length === undefined ? {} : { minutes: length }),
					...(data.project ? { project: data.project } : {}),
				},
			});
			await goto(`/board/${made.id}`);
		} catch (error) {
			problem = messageOf(error);
			isBusy = false;
		}
	}
</script>

<main>
	<BackHeader title={m.new_session()} />
	<div class="both" class:split={recipe !== undefined}>
		<section>
			<Finder
				{all}
				people={undefined}
				chosen={recipe?.id}
				draw={(one, sketch) => one.draw(sketch, { question: one.question, people: 6, minutes: one.minutes })}
				onchoose={choose}
				beside={(one) => lengthWords(one.minutes)}
			/>
			{#if data.own.length > 0}
				<h2 class="own">{m.own_recipes()}</h2>
				<ul class="mine">
					{#each data.own as { id, name, minutes: length } (id)}
						<li>
							<button type="button" class="button" disabled={isBusy} onclick={() => begin(id, undefined)}
								>{name} · {lengthWords(length)}</button
							>
						</li>
					{/each}
				</ul>
			{/if}
		</section>
		{#if recipe}
			<form onsubmit={start} data-testid="recipe-form">
				<h2>{recipe.title}</h2>
				<label
					>{m.recipe_question()}<input
						class="entry"
						bind:this={entry}
						bind:value={question}
						maxlength="200"
						placeholder={recipe.question}
					/></label
				>
				<div class="pair">
					<label
						>{m.recipe_people()}<input
							class="entry"
							type="number"
							min="1"
							max="200"
							bind:value={people}
						/></label
					>
					<label
						>{m.recipe_minutes()}<input
							class="entry"
							type="number"
							min="5"
							max="1440"
							bind:value={minutes}
						/></label
					>
				</div>
				{#if people < recipe.group[0] || people > recipe.group[1]}
					<p class="hint">{m.recipe_group({ from: recipe.group[0], to: recipe.group[1] })}</p>
				{/if}
				{#if total > minutes + 1}<p class="hint">{m.recipe_too_short({ length: lengthWords(total) })}</p>{/if}
				<ol>
					{#each plan as step (step.id)}
						{@const Icon = STEP_ICONS[step.kind]}
						<li title={step.prompt}>
							<Icon size={15} /><span>{step.title}</span><small class="quiet">{kindWords(step.kind)}</small><b
								>{lengthWords(step.minutes)}</b
							>
						</li>
					{/each}
				</ol>
				{#if problem}<p class="hint" role="alert">{problem}</p>{/if}
				<button class="button main" type="submit" disabled={isBusy}>{m.recipe_make()}</button>
			</form>
		{/if}
	</div>
</main>

<style>
	main {
		max-width: 1240px;
		margin: 0 auto;
		padding: 14px 20px 40px;
	}
	.both.split {
		display: grid;
		grid-template-columns: 1fr 340px;
		gap: 24px;
	}
	form {
		position: sticky;
		top: 14px;
		display: grid;
		align-content: start;
		gap: 12px;
		max-height: calc(100dvh - 90px);
		padding: 14px 16px;
		overflow-y: auto;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-field);
		background: var(--frame-ground);
	}
	h2 {
		font-size: var(--size-large);
		font-weight: 700;
	}
	label {
		display: grid;
		gap: 4px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.pair {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 10px;
	}
	.own {
		margin: 18px 0 8px;
	}
	.mine li {
		border: 0;
	}
	li {
		display: flex;
		align-items: center;
		gap: 8px;
		min-height: 27px;
		border-bottom: 1px solid var(--frame-line);
		font-size: var(--size-note);
	}
	li span {
		flex: 1;
	}
	li b {
		min-width: 56px;
		text-align: right;
	}
	.hint {
		color: var(--frame-accent);
		font-size: var(--size-note);
	}
	@media (max-width: 800px) {
		.both.split {
			grid-template-columns: 1fr;
		}
		form {
			position: static;
			order: -1;
			max-height: none;
		}
	}
</style>
