<script lang="ts">
	/** One note, large, with the themes beside it on keys. */
	import { m } from '$lib/messages';
	import { pigmentColours } from '$core/board/colours';
	import { isNote } from '$core/board/kinds/guards';
	import { plainText } from '$core/text/rich';
	import type { Snippet } from 'svelte';
	import type { Dealer } from './dealer';
	import { keysLabel, themeForKey } from './theme-keys';

	interface Props {
		dealer: Dealer;
		/** Further things to do beside the usual ones. */
		more?: Snippet;
		/** What keys do beside the usual ones; says whether a key did something. */
		onkey?: (key: string) => boolean;
		/** What is shown in place of the note. */
		instead?: Snippet | undefined;
		/** What stands above. */
		head: Snippet;
	}
	const { dealer, more, onkey, instead, head }: Props = $props();
	/** The note for which a new theme is being named. */
	let namingFor = $state<string>();
	const naming = $derived(namingFor !== undefined);
	let name = $state('');
	let place = $state<HTMLElement>();

	const nameOf = (id: string): string => dealer.themes.find((theme) => theme.id === id)?.name ?? '';

	// After a name was written, keys are for the notes again.
	$effect(() => {
		if (!naming) place?.focus();
	});

	function startNaming(): void {
		namingFor = dealer.note?.id;
		name = '';
	}

	function endNaming(event: Event): void {
		event.preventDefault();
		if (namingFor !== undefined) dealer.intoNew(name, namingFor);
		namingFor = undefined;
	}

	function writeName(event: KeyboardEvent): void {
		if (event.key !== 'Escape') return;
		event.stopPropagation();
		event.preventDefault();
		namingFor = undefined;
	}

	/** What a key does here; says whether it does anything. */
	function act(key: string): boolean {
		const likeliest = dealer.likeliest[0];
		if (onkey?.(key)) return true;
		if (key === 'Backspace') dealer.takeBack();
		else if (key === 'ArrowLeft' || key === 'ArrowUp') dealer.look(-1);
		else if (key === 'ArrowRight' || key === 'ArrowDown') dealer.look(1);
		else if (key === '0') dealer.putAside();
		else if (key === 'n') startNaming();
		else if (key === 'Enter' && !dealer.isLookingBack && likeliest) dealer.into(likeliest);
		else {
			const theme = themeForKey(dealer.themes, key);
			if (!theme) return false;
			dealer.into(theme.id);
		}
		return true;
	}

	function onkeydown(event: KeyboardEvent): void {
		if (naming || event.altKey) return;
		if (event.ctrlKey || event.metaKey) {
			// Undo is taking back here: what was done before the deal stays.
			if (event.key.toLowerCase() !== 'z') return;
			event.preventDefault();
			event.stopPropagation();
			return dealer.takeBack();
		}
		// A button that has the focus is pressed by Enter.
		if (event.key === 'Enter' && event.target instanceof HTMLButtonElement) return;
		if (event.key === 'Escape') {
			if (onkey?.('Escape')) event.stopPropagation();
			return;
		}
		if (act(event.key.length === 1 ? event.key.toLowerCase() : event.key)) event.preventDefault();
	}

	/** Gives the keys back to the notes. */
	export function takeKeys(): void {
		place?.focus();
	}

	const focus = (element: HTMLElement): void => element.focus();
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<section
	class="deal"
	aria-label={m.deal()}
	tabindex="0"
	bind:this={place}
	data-autofocus
	{onkeydown}
	data-testid="deal"
>
	{@render head()}
	{#if instead}
		{@render instead()}
	{:else if dealer.note}
		{@const note = dealer.note}
		<div class="columns">
			<div class="side">
				<blockquote
					class="card"
					style:background={isNote(note) ? pigmentColours(note.style.pigment).ground : undefined}
					style:color={isNote(note) ? pigmentColours(note.style.pigment).ink : undefined}
					aria-live="polite"
					data-testid="dealt"
				>
					{plainText(note.text) || m.without_words()}
				</blockquote>
				<p class="quiet">
					{#if dealer.isLookingBack}{m.deal_looking_back({
							theme: dealer.current ? nameOf(dealer.current) : m.deal_aside(),
						})}
					{:else if dealer.likeliest[0]}{m.deal_enter({ theme: nameOf(dealer.likeliest[0]) })}
					{:else if dealer.themes.length === 0}{m.deal_first()}{/if}
				</p>
				<div class="actions">
					{#if naming}
						<form class="naming" onsubmit={endNaming}>
							<input
								class="entry"
								bind:value={name}
								maxlength="80"
								aria-label={m.theme_name()}
								placeholder={m.theme_name()}
								onkeydown={writeName}
								{@attach focus}
							/>
							<button type="submit" class="button main">{m.deal_put()}</button>
						</form>
					{:else}
						<button type="button" class="button" onclick={startNaming}><kbd>N</kbd>{m.deal_new()}</button>
						<button type="button" class="button" onclick={() => dealer.putAside()}
							><kbd>0</kbd>{m.deal_aside()}</button
						>
						<button type="button" class="button" onclick={() => dealer.takeBack()}
							><kbd>⌫</kbd>{m.deal_back()}</button
						>
					{/if}
					{#if !naming}{@render more?.()}{/if}
				</div>
			</div>
			<ol class="themes" aria-label={m.themes()}>
				{#each dealer.themes as theme (theme.id)}
					{@const rank = dealer.likeliest.indexOf(theme.id)}
					<li>
						<button
							type="button"
							class="theme"
							class:likely={rank >= 0 && !dealer.isLookingBack}
							class:first={rank === 0 && !dealer.isLookingBack}
							aria-current={dealer.current === theme.id ? 'true' : undefined}
							onclick={() => dealer.into(theme.id)}
						>
							<span class="keys">{keysLabel(theme)}</span>
							<span class="name">{theme.name || m.without_words()}</span>
							{#if rank === 0 && !dealer.isLookingBack}<kbd>⏎</kbd>{/if}
							<span class="count">{theme.count}</span>
						</button>
					</li>
				{/each}
			</ol>
		</div>
	{/if}
</section>

<style>
	.deal {
		outline: none;
	}
	.columns {
		display: grid;
		grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
		gap: 20px;
		margin-top: 10px;
	}
	.card {
		display: grid;
		align-content: center;
		min-height: 220px;
		max-height: 46vh;
		margin: 0 0 10px;
		padding: 24px;
		overflow: auto;
		border-radius: var(--radius-field);
		font-size: 26px;
		line-height: 1.3;
		overflow-wrap: anywhere;
		white-space: pre-line;
	}
	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin-top: 12px;
	}
	.naming {
		display: flex;
		flex: 1;
		gap: 8px;
	}
	.naming input {
		flex: 1;
		min-width: 0;
	}
	.themes {
		max-height: 60vh;
		overflow: auto;
	}
	.theme {
		display: flex;
		gap: 10px;
		align-items: center;
		width: 100%;
		min-height: 36px;
		margin-bottom: 4px;
		padding: 4px 10px;
		border: 1px solid transparent;
		border-radius: var(--radius-control);
		text-align: left;
		cursor: pointer;
	}
	.theme:hover {
		background: var(--frame-on);
	}
	.theme.likely {
		border-color: var(--frame-line);
		background: var(--frame-raised);
	}
	.theme.first {
		border-color: var(--frame-accent);
	}
	.theme[aria-current='true'] {
		border-color: var(--frame-accent);
		background: var(--frame-on);
	}
	.keys {
		width: 34px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
		font-variant-numeric: tabular-nums;
	}
	.name {
		flex: 1;
		min-width: 0;
		overflow-wrap: anywhere;
	}
	.count {
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	kbd {
		margin-right: 6px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
	}
	/* Keys are for those who have some. */
	@media (hover: none) {
		kbd,
		.keys {
			display: none;
		}
		.theme {
			min-height: 46px;
			border-color: var(--frame-line);
		}
	}
	@media (max-width: 640px) {
		.columns {
			grid-template-columns: minmax(0, 1fr);
		}
		.card {
			min-height: 120px;
			font-size: 20px;
		}
	}
</style>
