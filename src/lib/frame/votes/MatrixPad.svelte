<script lang="ts">
	/** A square of places on two scales, low at the lower left: where an object stands is one click, or arrow keys and Enter. */
	import { onMatrix, type Choice, type Terms } from '$core/decide/vote';
	import { m } from '$lib/messages';
	import { scaleEnds } from '$lib/words/votes';

	interface Props {
		terms: Terms;
		choice: Choice;
		/** The object that is placed, and what it is called. */
		option: string;
		name: string;
		large?: boolean;
		oncast: (choice: Choice) => void;
		onclose?: () => void;
	}
	const { terms, choice, option, name, large = false, oncast, onclose }: Props = $props();
	const place = $derived('places' in choice ? choice.places[option] : undefined);
	const ends = $derived(scaleEnds(terms));
	const across = $derived(Array.from({ length: terms.steps }, (_, i) => i + 1));
	/** From the top down. */
	const up = $derived([...across].reverse());
	/** The place that the keys are at. */
	let at = $state<[number, number] | undefined>();
	const keyed = $derived<[number, number]>(at ?? place ?? [1, 1]);
	let grid = $state<HTMLElement>();

	const STEPS: Record<string, [number, number]> = {
		ArrowLeft: [-1, 0],
		ArrowRight: [1, 0],
		ArrowUp: [0, 1],
		ArrowDown: [0, -1],
	};
	const within = (value: number): number => Math.min(terms.steps, Math.max(1, value));

	function keys(event: KeyboardEvent): void {
		const step = STEPS[event.key];
		if (event.key === 'Escape' && onclose) onclose();
		else if (step) {
			at = [within(keyed[0] + step[0]), within(keyed[1] + step[1])];
			grid?.querySelector<HTMLElement>(`[data-at="${at.join()}"]`)?.focus();
		} else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

<div class="pad" class:large role="group" aria-label={m.matrix_of({ name })} data-testid="matrix-pad">
	<small class="top">{ends[3]}</small>
	<div class="grid" style:--steps={terms.steps} bind:this={grid}>
		{#each up as y (y)}
			{#each across as x (x)}
				{@const isHere = place?.[0] === x && place[1] === y}
				<button
					type="button"
					class:on={isHere}
					data-at={`${x},${y}`}
					aria-pressed={isHere}
					aria-label={m.matrix_place({ x, y, across: ends[1], up: ends[3] })}
					tabindex={keyed[0] === x && keyed[1] === y ? 0 : -1}
					onkeydown={keys}
					onclick={() => oncast(onMatrix(choice, option, isHere ? undefined : [x, y]))}
				></button>
			{/each}
		{/each}
	</div>
	<small class="low"><span>{ends[0]}</span><span>{ends[2]}</span><span>{ends[1]}</span></small>
</div>

<style>
	.pad {
		display: grid;
		gap: 3px;
		width: 190px;
	}
	.large {
		width: min(100%, 280px);
	}
	.grid {
		display: grid;
		grid-template-columns: repeat(var(--steps), 1fr);
		gap: 2px;
		aspect-ratio: 1;
	}
	button {
		border: 1px solid var(--frame-strong-line);
		border-radius: 4px;
		background: var(--frame-ground);
		cursor: pointer;
	}
	button:hover {
		background: var(--frame-on);
	}
	button.on {
		background: var(--frame-action);
		border-color: var(--frame-action);
	}
	small {
		color: var(--frame-quiet);
		font-size: var(--size-small);
		line-height: 1.2;
	}
	.low {
		display: flex;
		justify-content: space-between;
		gap: 6px;
	}
</style>
