<script lang="ts">
	/** Plan against clock: when it ends, how far behind it is, and how it can still end on time. */
	import { endOf, proposeLengths, scheduleOf } from '$core/meeting/schedule';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import { ticking } from '../../ui/time.svelte';
	import { timeWords } from '$lib/words/when';
	import type { SessionOrder } from '$core/contract/session';
	import { lengthWords } from './words';

	const { room, onlead }: { room: Room; onlead: (order: SessionOrder) => void } = $props();
	const clock = ticking(() => room.now());
	/** To the minute: nothing here changes faster, and seconds would make it flicker. */
	const now = $derived(Math.floor(clock.now / 15_000) * 15_000);
	const schedule = $derived(scheduleOf(room.plan, now));
	const proposal = $derived(proposeLengths(room.plan, now));
	const isCut = $derived(room.plan.steps.some(({ cut }) => cut !== undefined));
	const planned = $derived(room.plan.steps.reduce((sum, { minutes }) => sum + minutes, 0));
	const changes = $derived(
		room.plan.steps.flatMap((step) => {
			const length = proposal?.lengths.get(step.id);
			return length === undefined ? [] : [{ id: step.id, title: step.title, length }];
		}),
	);
	const isLate = $derived((schedule?.behind ?? 0) >= 1);
</script>

{#if schedule}
	<p class="behind" class:late={isLate} data-testid="schedule">
		<span>{m.ends_at({ time: timeWords(schedule.expected) })}</span>
		<strong
			>{schedule.behind >= 1
				? m.minutes_behind({ count: schedule.behind })
				: schedule.behind <= -1
					? m.minutes_ahead({ count: -schedule.behind })
					: m.on_time()}</strong
		>
	</p>
	{#if isLate && proposal && room.leads}
		<div class="proposal" data-testid="proposal">
			{#if changes.length > 0}
				<p>{m.can_end_at({ time: timeWords(schedule.planned) })}</p>
				<ul>
					{#each changes as { id, title, length } (id)}<li>
							<span>{title}</span><b>{lengthWords(length)}</b>
						</li>{/each}
				</ul>
			{/if}
			{#if proposal.excess > 0}
				<p class="excess">
					{m.cannot_fit({ count: proposal.excess })}
					{#if proposal.leaveOut.length > 0}{m.fits_without({
							titles: proposal.leaveOut.map(({ title }) => title).join(', '),
						})}{/if}
				</p>
			{/if}
			{#if changes.length > 0}<button type="button" class="button" onclick={() => onlead({ do: 'shorten' })}
					>{m.take_proposal()}</button
				>{/if}
		</div>
	{/if}
{:else if room.plan.steps.length > 0 && !room.plan.done}
	<p class="behind">
		<span
			>{m.takes({
				length: lengthWords(planned),
				time: timeWords(endOf(room.plan.steps, now)),
			})}</span
		>
	</p>
{/if}
{#if isCut && room.leads}
	<button type="button" class="button plain" onclick={() => onlead({ do: 'as wished' })}
		>{m.lengths_as_wished()}</button
	>
{/if}

<style>
	.behind {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		gap: 2px 8px;
		margin-top: 10px;
		font-size: var(--size-note);
	}
	.behind strong {
		color: var(--frame-good);
	}
	.behind.late strong {
		color: var(--frame-bad);
	}
	.proposal {
		margin-top: 8px;
		padding: 8px 10px;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-control);
		font-size: var(--size-note);
	}
	li {
		display: flex;
		justify-content: space-between;
		gap: 8px;
	}
	.excess {
		margin-top: 4px;
		color: var(--frame-bad);
	}
	.proposal .button {
		width: 100%;
		margin-top: 8px;
	}
</style>
