<script lang="ts">
	/** One note of a proposal: what it says, which theme it goes to, what says the same. */
	import { m } from '$lib/messages';
	import type { Sureness as Level } from '$core/themes/placing';
	import Pin from '@lucide/svelte/icons/pin';
	import Sureness from './Sureness.svelte';

	interface Theme {
		key: string;
		name: string;
		isLocked: boolean;
	}
	/** A note that says the same, or perhaps does. */
	interface Other {
		id: string;
		text: string;
	}
	interface Props {
		text: string;
		themes: readonly Theme[];
		/** Key of its theme; none where it is left out. */
		theme?: string;
		/** Keys of the themes that it most likely belongs to. */
		likeliest?: readonly string[] | undefined;
		sureness?: Level | undefined;
		isPinned: boolean;
		/** The note that says the same, and those that perhaps do. */
		double?: Other | undefined;
		near: readonly Other[];
		onshow: () => void;
		onmove: (to: string | undefined) => void;
		onpin: (isPinned: boolean) => void;
		/** Lays another note behind this one. */
		onmerge: (other: string) => void;
	}
	const {
		text,
		themes,
		theme,
		likeliest = [],
		sureness,
		isPinned,
		double,
		near,
		onshow,
		onmove,
		onpin,
		onmerge,
	}: Props = $props();
	const isLocked = $derived(themes.find(({ key }) => key === theme)?.isLocked ?? false);
	const nameOf = (key: string): string => themes.find((each) => each.key === key)?.name ?? '';
	/** Others are shown on demand: most notes have some, and few of them are the same. */
	let showsNear = $state(false);
</script>

<li class="note">
	{#if sureness}<Sureness {sureness} />{/if}
	<button type="button" class="text" onclick={onshow}>{text}</button>
	{#if near.length > 0}
		<button
			type="button"
			class="mark"
			aria-expanded={showsNear}
			aria-label={m.perhaps_same_of({ note: text })}
			title={m.perhaps_same()}
			onclick={() => (showsNear = !showsNear)}>≈</button
		>
	{/if}
	<button
		type="button"
		class="mark"
		aria-pressed={isPinned}
		aria-label={m.pin_note({ note: text })}
		title={m.pin_hint()}
		onclick={() => onpin(!isPinned)}><Pin size={12} /></button
	>
	<select
		aria-label={m.move_to_theme({ note: text })}
		value={theme ?? ''}
		disabled={isLocked}
		onchange={(event) => onmove(event.currentTarget.value || undefined)}
	>
		{#each themes as { key, name, isLocked } (key)}
			<option value={key} disabled={isLocked && key !== theme}>{name}</option>
		{/each}
		<option value="">{m.leave_out()}</option>
	</select>
	{#if double}
		<span class="double">
			{m.says_the_same({ note: double.text })}
			<button type="button" class="likely" onclick={() => onmerge(double.id)}>{m.merge_as_one()}</button>
		</span>
	{/if}
	{#if showsNear}
		<ul class="nearest" aria-label={m.perhaps_same()}>
			{#each near as other (other.id)}
				<li>
					{other.text}
					<button
						type="button"
						class="likely"
						aria-label={m.merge_as_one_with({ note: other.text })}
						onclick={() => onmerge(other.id)}>{m.merge_as_one()}</button
					>
				</li>
			{/each}
		</ul>
	{/if}
	{#if theme === undefined && likeliest.length > 0}
		<span class="likeliest">
			{#each likeliest as key (key)}
				<button
					type="button"
					class="likely"
					aria-label={m.put_into_theme({ note: text, theme: nameOf(key) })}
					onclick={() => onmove(key)}>{nameOf(key)}</button
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
	.mark {
		width: 22px;
		height: 22px;
		border: 1px solid var(--frame-line);
		border-radius: 4px;
		background: var(--frame-on);
		color: var(--frame-quiet);
		font-size: var(--size-small);
		cursor: pointer;
	}
	.mark {
		display: inline-grid;
		place-items: center;
	}
	/* Most notes need neither: they come up where one points or the keys are. */
	@media (hover: hover) {
		.note:not(:hover, :focus-within) .mark:not([aria-pressed='true'], [aria-expanded='true']) {
			display: none;
		}
	}
	.mark[aria-pressed='true'] {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
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
