<script lang="ts">
	/** The running step for those who are in it: its clock, what people read, and for those who lead their notes and the reveal. */
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import type { SessionOrder } from '$core/contract/session';
	import Clock from './Clock.svelte';
	import Silence from './Silence.svelte';
	import { mayWords } from './words';

	const { room, onlead }: { room: Room; onlead: (order: SessionOrder) => void } = $props();
	const step = $derived(room.step);
	const aside = $derived(step && room.backstage?.asideOf(step.id));
</script>

<Clock {room} {onlead} />
{#if step}
	{#if step.prompt}
		<h3 class="label">{m.prompt()}</h3>
		<p class="prompt">{step.prompt}</p>
	{/if}
	{#if room.leads}<p class="quiet">{m.they_may({ what: mayWords(step.may) })}</p>{/if}
	{#if aside}
		<h3 class="label">{m.only_for_you()}</h3>
		<p class="aside">{aside}</p>
	{/if}
{/if}
{#if room.leads}<Silence {room} {onlead} />{/if}

<style>
	h3 {
		margin: 14px 0 4px;
	}
	.prompt,
	.aside {
		padding: 8px 10px;
		border-radius: var(--radius-control);
		background: var(--frame-raised);
		font-size: var(--size-note);
		white-space: pre-line;
	}
	.aside {
		border-left: 3px solid var(--frame-accent);
	}
	p.quiet {
		margin-top: 4px;
		font-size: var(--size-note);
	}
</style>
