<script
	lang="ts"
	generics="T extends { id: string; title: string; purposes: readonly [Purpose, ...Purpose[]]; group: readonly [number, number]; how: string; words?: string }"
>
	/** Looking something up by purpose, number of people and words: a few at a time, each with its picture and how to run it. */
	import { find, PURPOSES, type Purpose } from '$core/templates';
	import type { Sketch } from '$core/templates/sketch';
	import { m } from '$lib/messages';
	import LayoutPicture from '../board/LayoutPicture.svelte';
	import { addSamples } from '$core/templates/samples';
	import { groupWords, purposeName } from './words';

	interface Props {
		all: readonly T[];
		/** How many people there are, where that is known. */
		people?: number | undefined;
		chosen?: string | undefined;
		draw: (one: T, sketch: Sketch) => void;
		onchoose: (one: T) => void;
		/** What stands beside the group on a card. */
		beside?: (one: T) => string;
	}
	const { all, people, chosen, draw, onchoose, beside }: Props = $props();
	/** Seen at a time. */
	const FEW = 12;
	let words = $state('');
	let purpose = $state<Purpose | undefined>();
	let from = $state(0);
	const found = $derived(find(all, { words, purpose, people }));
	const shown = $derived(found.slice(from, from + FEW));
	function drawFilled(one: T, sketch: Sketch): void {
		draw(one, sketch);
		addSamples(sketch);
	}
	$effect(() => {
		void [words, purpose, people];
		from = 0;
	});
</script>

<div class="bar">
	<input class="entry" type="search" bind:value={words} placeholder={m.find()} aria-label={m.find()} />
	<div class="purposes" role="group" aria-label={m.purpose()}>
		{#each PURPOSES as each (each)}
			<button
				type="button"
				aria-pressed={purpose === each}
				onclick={() => (purpose = purpose === each ? undefined : each)}>{purposeName(each)}</button
			>
		{/each}
	</div>
</div>
<ul>
	{#each shown as one (one.id)}
		<li>
			<button
				type="button"
				class="card"
				class:chosen={chosen === one.id}
				aria-pressed={chosen === one.id}
				title={one.how}
				onclick={() => onchoose(one)}
			>
				<LayoutPicture draw={(sketch) => drawFilled(one, sketch)} width={290} height={118} />
				<b>{one.title}</b>
				<span class="how">{one.how}</span>
				<small class="quiet">{[groupWords(one.group), beside?.(one)].filter(Boolean).join(' · ')}</small>
			</button>
		</li>
	{/each}
</ul>
{#if found.length === 0}<p class="quiet">{m.finder_nothing()}</p>{/if}
{#if found.length > FEW}
	<div class="pages">
		<button type="button" class="button" disabled={from === 0} onclick={() => (from -= FEW)}
			>{m.page_before()}</button
		>
		<span class="quiet"
			>{m.page_of({ from: from + 1, to: Math.min(found.length, from + FEW), count: found.length })}</span
		>
		<button type="button" class="button" disabled={from + FEW >= found.length} onclick={() => (from += FEW)}
			>{m.page_next()}</button
		>
	</div>
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin-bottom: 10px;
	}
	.bar .entry {
		width: 190px;
	}
	.purposes {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
	}
	.purposes button {
		min-height: 36px;
		padding: 4px 10px;
		border: 1px solid var(--frame-line);
		border-radius: 18px;
		font-size: var(--size-note);
		cursor: pointer;
	}
	.purposes button:hover {
		background: var(--frame-on);
	}
	.purposes button[aria-pressed='true'] {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	ul {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(max(190px, 22%), 1fr));
		gap: 10px;
	}
	.card {
		display: flex;
		flex-direction: column;
		gap: 2px;
		width: 100%;
		height: 100%;
		padding: 6px 8px;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-field);
		text-align: left;
		cursor: pointer;
	}
	.card:hover,
	.card.chosen {
		border-color: var(--frame-action);
		background: var(--frame-raised);
	}
	.card b {
		margin-top: 3px;
		line-height: 1.25;
	}
	.how {
		display: -webkit-box;
		flex: none;
		overflow: hidden;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
		font-size: 13px;
		line-height: 1.25;
	}
	.card small {
		margin-top: auto;
	}
	.pages {
		display: flex;
		align-items: center;
		justify-content: center;
		gap: 12px;
		margin-top: 14px;
	}
</style>
