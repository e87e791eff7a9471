<script lang="ts">
	/** Notes that fit two themes: each stays, or goes to the other one, by one key. */
	import { m } from '$lib/messages';
	import { themeOfNote } from '$core/themes/sorting';
	import type { SortingState } from './sorting.svelte';

	const { sorting, textOf }: { sorting: SortingState; textOf: (id: string) => string } = $props();

	const open = $derived.by(() => {
		const now = sorting.sorting;
		if (!now) return [];
		return now.themes
			.filter(({ isLocked }) => !isLocked)
			.flatMap(({ noteIds }) => noteIds)
			.flatMap((id) => {
				const fit = sorting.fits.get(id);
				const home = themeOfNote(now, id)!;
				const other = now.themes.find(
					({ key, isLocked }) =>
						!isLocked && key !== home.key && key === fit?.ranked.find((k) => k !== home.key),
				);
				if (fit?.sureness !== 'doubtful' || now.pinned.has(id) || !other) return [];
				return [{ id, home, other }];
			});
	});
	let list = $state<HTMLElement>();

	function decide(event: KeyboardEvent, id: string, other: string, index: number): void {
		if (event.key === 'ArrowLeft') sorting.stay(id);
		else if (event.key === 'ArrowRight') sorting.move([id], other);
		else return;
		event.preventDefault();
		// The next one comes up in its place.
		requestAnimationFrame(() => {
			const rows = list?.querySelectorAll<HTMLElement>('[data-row]') ?? [];
			rows[Math.min(index, rows.length - 1)]?.focus();
		});
	}
</script>

{#if open.length > 0}
	<section class="between">
		<h3 class="label">{m.between_two({ count: open.length })}</h3>
		<p class="quiet">{m.between_two_hint()}</p>
		<ul bind:this={list}>
			{#each open as { id, home, other }, index (id)}
				<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
				<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
				<li
					data-row
					tabindex="0"
					aria-label={m.between_two_note({ note: textOf(id), here: home.name, there: other.name })}
					onkeydown={(event) => decide(event, id, other.key, index)}
				>
					<span class="text">{textOf(id)}</span>
					<span class="ways">
						<button type="button" class="way" onclick={() => sorting.stay(id)}>← {home.name}</button>
						<button type="button" class="way" onclick={() => sorting.move([id], other.key)}
							>{other.name} →</button
						>
					</span>
				</li>
			{/each}
		</ul>
	</section>
{/if}

<style>
	.between {
		margin-bottom: 14px;
	}
	.label {
		margin-bottom: 2px;
	}
	li {
		padding: 4px 6px;
		border-left: 3px solid var(--frame-accent);
		font-size: var(--size-note);
	}
	li + li {
		margin-top: 4px;
	}
	.ways {
		display: flex;
		gap: 4px;
		margin-top: 3px;
	}
	.way {
		flex: 1;
		min-width: 0;
		padding: 3px 6px;
		border: 1px solid var(--frame-strong-line);
		border-radius: 4px;
		font-size: var(--size-small);
		overflow-wrap: anywhere;
		cursor: pointer;
	}
</style>
