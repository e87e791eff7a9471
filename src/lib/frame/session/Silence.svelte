<script lang="ts">
	/** For those who lead: how many silent notes everybody has written, and the ways to reveal them. */
	import { revealsNames } from '$core/meeting/runsheet';
	import { m } from '$lib/messages';
	import Layers from '@lucide/svelte/icons/layers-2';
	import PartyPopper from '@lucide/svelte/icons/eye';
	import { untrack } from 'svelte';
	import type { Room } from '../../room/room.svelte';
	import type { SessionOrder, WriterCount } from '$core/contract/session';
	import { waitingNotes } from './actions';

	interface Props {
		room: Room;
		onlead: (order: SessionOrder) => void;
	}
	const { room, onlead }: Props = $props();
	let writers = $state.raw<WriterCount[]>([]);
	const total = $derived(writers.reduce((sum, { waiting }) => sum + waiting, 0));
	/** Runs that still hide something, the running one last. */
	const runs = $derived(room.silences.filter(({ open }) => open !== 'all'));
	const run = $derived(runs.at(-1));
	/** The step that it belongs to says whether names are shown; so all who lead see the same. */
	const step = $derived(room.plan.steps.find(({ id }) => id === run?.step));
	const isHere = $derived(new Set(room.people.map(({ person }) => person)));
	const away = $derived(writers.filter(({ id }) => !isHere.has(id) && id !== room.info.person.id));

	let asking = false;
	let again = false;
	/** Asks how many there are; what is told meanwhile is asked once more. */
	async function read(): Promise<void> {
		if (asking) {
			again = true;
			return;
		}
		asking = true;
		try {
			writers = await waitingNotes(room.info.boardId);
		} catch {
			// Offline: what is known stays.
		} finally {
			asking = false;
			if (again) {
				again = false;
				void read();
			}
		}
	}
	$effect(() => {
		void room.silenceHeard;
		void room.silences;
		untrack(() => void read());
	});
</script>

{#if run && (run.step === room.step?.id || total > 0)}
	<section data-testid="silence">
		<h3 class="label">{m.silent_so_far({ count: total })}</h3>
		{#if run.open === 0}
			<label
				><input
					type="checkbox"
					checked={step ? revealsNames(step) : run.names}
					disabled={!step}
					onchange={(event) =>
						onlead({ do: 'with names', step: run.step, withNames: event.currentTarget.checked })}
				/><span>{m.reveal_with_names()}</span></label
			>
		{/if}
		<div class="row">
			<button
				type="button"
				class="button main"
				disabled={total === 0}
				onclick={() => onlead({ do: 'reveal', run: run.run, all: true })}
				><PartyPopper size={16} />{m.reveal_all()}</button
			>
			<button
				type="button"
				class="button"
				disabled={total === 0}
				title={m.reveal_round_more()}
				onclick={() => onlead({ do: 'reveal', run: run.run, all: false })}
				><Layers size={16} />{m.reveal_round()}</button
			>
		</div>
		<ul>
			{#each writers as { id, name, waiting } (id)}
				<li><span>{name || m.somebody()}</span><b>{waiting}</b></li>
			{/each}
		</ul>
		{#if away.length > 0}
			<p class="quiet">{m.writers_away({ names: away.map(({ name }) => name).join(', ') })}</p>
		{/if}
	</section>
{/if}

<style>
	section {
		margin-top: 12px;
	}
	ul {
		max-height: 170px;
		margin-top: 6px;
		overflow-y: auto;
	}
	li {
		display: flex;
		justify-content: space-between;
		min-height: 24px;
		font-size: var(--size-note);
	}
	label {
		display: flex;
		gap: 8px;
		margin: 8px 0;
		font-size: var(--size-note);
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}
	.row .main {
		flex: 1;
	}
	p {
		margin-top: 6px;
		font-size: var(--size-small);
	}
	input {
		width: 17px;
		height: 17px;
		accent-color: var(--frame-action);
	}
</style>
