<script lang="ts">
	/** For those who lead: practising alone, with a simulated team that follows the run sheet. */
	import { m } from '$lib/messages';
	import UsersRound from '@lucide/svelte/icons/users-round';
	import { onMount } from 'svelte';
	import type { Room } from '../../room/room.svelte';
	import { orderRehearsal, readRehearsal, type Rehearsal, type RehearsalOrder } from '$core/contract/session';
	import { call } from '$lib/api/client';
	import { messageOf } from '$lib/api/errors';

	const { room }: { room: Room } = $props();
	let known = $state.raw<Rehearsal | undefined>();
	let people = $state(10);
	let speed = $state(1);
	let problem = $state('');
	let isBusy = $state(false);
	/** Whether it was said that there are real people here. */
	let wasWarned = $state(false);
	const params = $derived({ id: room.info.boardId });

	async function order(what?: RehearsalOrder): Promise<void> {
		isBusy = true;
		problem = '';
		try {
			known = await (what ? call(orderRehearsal, { params, body: what }) : call(readRehearsal, { params }));
			speed = known.speed;
			wasWarned = false;
		} catch (error) {
			problem = messageOf(error);
			if (what && 'people' in what) wasWarned = true;
		} finally {
			isBusy = false;
		}
	}
	let isOpen = $state(false);
	// A rehearsal that is on shows itself; otherwise nothing is asked until somebody wants to.
	onMount(() => void order().then(() => (isOpen = known?.isOn ?? false)));
	const SPEEDS = [1, 3, 10];
</script>

<details bind:open={isOpen}>
	<summary><UsersRound size={16} />{m.rehearse()}</summary>
	<p class="quiet">{m.rehearse_more()}</p>
	{#if known?.isOn}
		<p>{m.rehearsal_on({ count: known.people })}</p>
		{#if known.isActing}
			<div class="row">
				<button
					type="button"
					class="button"
					disabled={isBusy}
					onclick={() => order({ do: 'steer', isPaused: !known?.isPaused })}
					>{known.isPaused ? m.clock_resume() : m.clock_pause()}</button
				>
				{#each SPEEDS as each (each)}
					<button
						type="button"
						class="button"
						aria-pressed={speed === each}
						disabled={isBusy}
						onclick={() => order({ do: 'steer', speed: each })}>×{each}</button
					>
				{/each}
			</div>
		{/if}
		<button type="button" class="button main" disabled={isBusy} onclick={() => order({ do: 'end' })}
			>{m.rehearsal_end()}</button
		>
	{:else if known}
		<label
			>{m.recipe_people()}<input class="entry" type="number" min="3" max="30" bind:value={people} /></label
		>
		<button
			type="button"
			class="button main"
			disabled={isBusy || people < 3 || people > 30}
			onclick={() => order({ do: 'start', people, seed: Math.floor(Math.random() * 1e6), even: wasWarned })}
			>{wasWarned ? m.rehearsal_even() : m.rehearsal_start()}</button
		>
	{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</details>

<style>
	details {
		margin-top: 16px;
		padding-top: 10px;
		border-top: 1px solid var(--frame-line);
		font-size: var(--size-note);
	}
	summary {
		display: flex;
		align-items: center;
		gap: 8px;
		min-height: 32px;
		cursor: pointer;
	}
	.row {
		display: flex;
		gap: 6px;
		margin: 8px 0;
	}
	.row .button {
		padding: 4px 10px;
	}
	.row [aria-pressed='true'] {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	label {
		display: grid;
		gap: 3px;
		margin: 8px 0;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.main {
		width: 100%;
	}
	.problem {
		margin-top: 6px;
		color: var(--frame-bad);
	}
</style>
