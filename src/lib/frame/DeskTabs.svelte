<script lang="ts">
	/**
	 * The instruments of the desk, at the right end of the session line: a press opens or folds one
	 * away.
	 */
	import { m } from '$lib/messages';
	import type { InstrumentName } from '../board/frame';
	import BookOpen from '@lucide/svelte/icons/book-open';
	import { INSTRUMENTS } from './instruments';
	import { toolbarKeys } from '../ui/toolbar-keys';

	interface Props {
		open: InstrumentName | undefined;
		/** How much is new, by instrument. */
		unread: Partial<Record<InstrumentName, number>>;
		onopen: (instrument: InstrumentName | undefined) => void;
		/** Shows the list to read, on a phone. */
		onread?: (() => void) | undefined;
	}
	const { open, unread, onopen, onread }: Props = $props();
	const saidOf = (name: InstrumentName, count: number): string =>
		name === 'talk' ? m.chat_unread({ count }) : m.news();
</script>

<div class="tabs" role="toolbar" {@attach toolbarKeys} aria-label={m.desk()} data-testid="desk-tabs">
	{#if onread}<button type="button" class="icon-button tab" aria-label={m.step_read()} onclick={onread}
			><BookOpen size={18} strokeWidth={1.75} /></button
		>{/if}
	{#each INSTRUMENTS as { name, label, icon: Icon } (name)}
		{@const count = unread[name] ?? 0}
		<button
			type="button"
			class="icon-button tab"
			aria-pressed={open === name}
			aria-label={label()}
			title={label()}
			onclick={() => onopen(open === name ? undefined : name)}
			><Icon size={18} strokeWidth={1.75} />{#if count > 0}<span
					class="unread"
					aria-label={saidOf(name, count)}>{count}</span
				>{/if}</button
		>
	{/each}
</div>

<style>
	.tabs {
		display: flex;
		flex: none;
		align-items: center;
		gap: 1px;
		padding: 0 6px;
		border-left: 1px solid var(--frame-line);
	}
	.tab {
		position: relative;
		width: 30px;
		height: 34px;
	}
	.unread {
		position: absolute;
		top: 0;
		right: -2px;
		min-width: 15px;
		padding: 0 3px;
		border-radius: 9px;
		background: var(--frame-action);
		color: var(--frame-action-ink);
		font-size: 10px;
		font-weight: 700;
		line-height: 1.4;
	}
	/* In a narrow window a row of their own below the title. */
	@media (max-width: 959px) {
		.tabs {
			order: 9;
			flex: 0 0 100%;
			justify-content: space-between;
			height: 44px;
			border-top: 1px solid var(--frame-line);
			border-left: 0;
		}
		.tab {
			/* All of them are there, however narrow it is. */
			flex: 0 1 44px;
			min-width: 24px;
			height: 40px;
		}
	}
</style>
