<script lang="ts">
	/** One note of a proposal: what it says, which theme it goes to, what says the same. */
	import { m } from '$lib/messages';

	interface Props {
		text: string;
		/** Names of all themes. */
		names: readonly string[];
		/** Index of its theme; none where it is left out. */
		theme?: number;
		/** Themes that it most likely belongs to. */
		likeliest?: readonly number[] | undefined;
		/** What the note says that says the same, and those that perhaps do. */
		double?: string | undefined;
		near: readonly string[];
		onshow: () => void;
		onmove: (to: number | undefined) => void;
	}
	const { text, names, theme, likeliest, double, near, onshow, onmove }: Props = $props();
	const value = $derived(theme === undefined ? '' : String(theme));
	/** Others are shown on demand: most notes have some, and few of them are the same. */
	let showsNear = $state(false);
</script>

<li class="note">
	<button type="button" class="text" onclick={onshow}>{text}</button>
	{#if near.length > 0}
		<button
			type="button"
			class="near-by"
			aria-expanded={showsNear}
			aria-label={m.perhaps_same_of({ note: text })}
			title={m.perhaps_same()}
			onclick={() => (showsNear = !showsNear)}>≈</button
		>
	{/if}
	<select
		aria-label={m.move_to_theme({ note: text })}
		{value}
		onchange={(event) =>
			onmove(event.currentTarget.value === '' ? undefined : Number(event.currentTarget.value))}
	>
		{#each names as name, i (i)}<option value={String(i)}>{name}</option>{/each}
		<option value="">{m.leave_out()}</option>
	</select>
	{#if double}<span class="double">{m.says_the_same({ note: double })}</span>{/if}
	{#if showsNear}
		<ul class="nearest" aria-label={m.perhaps_same()}>
			{#each near as other, i (i)}<li>{other}</li>{/each}
		</ul>
	{/if}
	{#if likeliest && theme === undefined}
		<span class="likeliest">
			{#each likeliest as index (index)}
				<button
					type="button"
					class="likely"
					aria-label={m.put_into_theme({ note: text, theme: names[index] ?? '' })}
					onclick={() => onmove(index)}>{names[index]}</button
				>
			{/each}
		</span>
	{/if}
</li>

<style>
	.note {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 2px 6px;
		padding: 3px 0 3px 4px;
		font-size: var(--size-note);
		line-height: 1.3;
	}
	.text {
		flex: 1;
		min-width: 0;
		text-align: left;
		cursor: pointer;
	}
	.text:hover {
		text-decoration: underline;
	}
	select,
	.near-by {
		width: 22px;
		height: 22px;
		border: 1px solid var(--frame-line);
		border-radius: 4px;
		background: var(--frame-on);
		color: var(--frame-quiet);
		font-size: var(--size-small);
		cursor: pointer;
	}
	.double,
	.nearest,
	.likeliest {
		flex-basis: 100%;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	.double {
		color: var(--frame-accent);
	}
	.nearest {
		padding-left: 12px;
		list-style: '≈ ' inside;
	}
	.likely {
		margin: 2px 4px 2px 0;
		padding: 3px 8px;
		border: 1px solid var(--frame-strong-line);
		border-radius: 10px;
		color: var(--frame-text);
		cursor: pointer;
	}
</style>
