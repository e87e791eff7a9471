<script lang="ts">
	/** Notes one after the other, large, with the themes beside them on keys. */
	import { m } from '$lib/messages';
	import { pigmentColours } from '$core/board/colours';
	import { isNote } from '$core/board/kinds/guards';
	import { plainText } from '$core/text/rich';
	import type { Board } from '../../board/board.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { lineOf } from '../wayfinder/tree';
	import type { DealState } from './deal.svelte';
	import { keysLabel, themeForKey } from './theme-keys';

	const { board, deal }: { board: Board; deal: DealState } = $props();
	/** The note for which a new theme is being named. */
	let namingFor = $state<string>();
	const naming = $derived(namingFor !== undefined);
	let name = $state('');
	/** What is left is shown by theme, before it is taken. */
	let showsRest = $state(false);
	let place = $state<HTMLElement>();

	const nameOf = (id: string): string => deal.themes.find((theme) => theme.id === id)?.name ?? '';
	const left = $derived(deal.rest.reduce((sum, { notes }) => sum + notes.length, 0));
	const current = $derived(deal.isLookingBack ? deal.note?.theme : undefined);
	const textOf = (id: string): string => {
		const note = board.room.observed.find(id);
		return note ? lineOf(note) : m.note_gone();
	};

	// Whoever may no longer change the sheet cannot sort on.
	$effect(() => {
		if (deal.isOpen && !board.mayAll) close();
	});
	$effect(() => {
		if (left === 0) showsRest = false;
	});
	// After a name was written, keys are for the notes again.
	$effect(() => {
		if (!naming) place?.focus();
	});

	function close(): void {
		namingFor = undefined;
		showsRest = false;
		deal.close();
	}

	function startNaming(): void {
		namingFor = deal.note?.id;
		name = '';
	}

	function endNaming(event: Event): void {
		event.preventDefault();
		if (namingFor !== undefined) deal.intoNew(name, namingFor);
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
		const likeliest = deal.likeliest[0];
		if (key === 'Backspace') deal.takeBack();
		else if (key === 'ArrowLeft' || key === 'ArrowUp') deal.look(-1);
		else if (key === 'ArrowRight' || key === 'ArrowDown') deal.look(1);
		else if (key === '0') deal.putAside();
		else if (key === 'n') startNaming();
		else if (key === 't' && left > 0) takeRest();
		else if (key === 'Enter' && showsRest) takeRest();
		else if (key === 'Enter' && !deal.isLookingBack && likeliest) deal.into(likeliest);
		else {
			const theme = themeForKey(deal.themes, key);
			if (!theme) return false;
			deal.into(theme.id);
		}
		return true;
	}

	function takeRest(): void {
		if (showsRest) deal.takeRest();
		showsRest = !showsRest;
	}

	function onkeydown(event: KeyboardEvent): void {
		if (naming || event.altKey) return;
		if (event.ctrlKey || event.metaKey) {
			// Undo is taking back here: what was done before the deal stays.
			if (event.key.toLowerCase() !== 'z') return;
			event.preventDefault();
			event.stopPropagation();
			return deal.takeBack();
		}
		// A button that has the focus is pressed by Enter.
		if (event.key === 'Enter' && event.target instanceof HTMLButtonElement) return;
		if (event.key === 'Escape' && showsRest) {
			event.stopPropagation();
			showsRest = false;
			return;
		}
		if (act(event.key.length === 1 ? event.key.toLowerCase() : event.key)) event.preventDefault();
	}

	const focus = (element: HTMLElement): void => element.focus();
</script>

<Dialog open={deal.isOpen} onclose={close} title={m.deal()} wide="very">
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
		<p class="quiet" data-testid="deal-count">{m.deal_count(deal.count)}</p>
		{#if deal.problem}
			<p class="warn" role="alert">
				{deal.problem}
				<button type="button" class="button" onclick={() => deal.again(false)}>{m.try_again()}</button>
				<button type="button" class="button" onclick={() => deal.again(true)}>{m.themes_by_words()}</button>
			</p>
		{/if}
		{#if showsRest}
			<h3>{m.deal_rest({ count: left })}</h3>
			<div class="rest" data-testid="deal-rest">
				{#each deal.rest as { theme, notes } (theme)}
					<section>
						<h4>{nameOf(theme)}</h4>
						<ul>
							{#each notes as id (id)}<li>{textOf(id)}</li>{/each}
						</ul>
					</section>
				{/each}
			</div>
			<div class="actions">
				<button type="button" class="button main" onclick={takeRest}>{m.deal_take({ count: left })}</button>
				<button type="button" class="button" onclick={() => (showsRest = false)}>{m.deal_one_by_one()}</button
				>
			</div>
		{:else if deal.note}
			{@const note = deal.note}
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
						{#if deal.isLookingBack}{m.deal_looking_back({
								theme: current ? nameOf(current) : m.deal_aside(),
							})}
						{:else if deal.likeliest[0]}{m.deal_enter({ theme: nameOf(deal.likeliest[0]) })}
						{:else if deal.themes.length === 0}{m.deal_first()}{/if}
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
							<button type="button" class="button" onclick={() => deal.putAside()}
								><kbd>0</kbd>{m.deal_aside()}</button
							>
							<button type="button" class="button" onclick={() => deal.takeBack()}
								><kbd>⌫</kbd>{m.deal_back()}</button
							>
						{/if}
						{#if left > 0 && !naming}
							<button type="button" class="button" onclick={takeRest}
								><kbd>T</kbd>{m.deal_take({ count: left })}</button
							>
						{/if}
					</div>
				</div>
				<ol class="themes" aria-label={m.themes()}>
					{#each deal.themes as theme (theme.id)}
						{@const rank = deal.likeliest.indexOf(theme.id)}
						<li>
							<button
								type="button"
								class="theme"
								class:likely={rank >= 0 && !deal.isLookingBack}
								class:first={rank === 0 && !deal.isLookingBack}
								aria-current={current === theme.id ? 'true' : undefined}
								onclick={() => deal.into(theme.id)}
							>
								<span class="keys">{keysLabel(theme)}</span>
								<span class="name">{theme.name || m.without_words()}</span>
								{#if rank === 0 && !deal.isLookingBack}<kbd>⏎</kbd>{/if}
								<span class="count">{theme.count}</span>
							</button>
						</li>
					{/each}
				</ol>
			</div>
		{:else}
			<p class="done" role="status">{m.deal_done(deal.count)}</p>
			<div class="actions">
				<button type="button" class="button main" onclick={close}>{m.close()}</button>
				<button type="button" class="button" onclick={() => deal.takeBack()}>{m.deal_back()}</button>
			</div>
		{/if}
	</section>
</Dialog>

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
	.rest {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
		gap: 14px;
		max-height: 56vh;
		margin-top: 10px;
		overflow: auto;
	}
	.rest h4 {
		font-weight: 700;
	}
	.rest li {
		padding: 2px 0;
		font-size: var(--size-note);
	}
	.done {
		margin: 16px 0;
		font-size: var(--size-large);
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
