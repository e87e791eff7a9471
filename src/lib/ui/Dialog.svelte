<script lang="ts">
	/** A dialog with a title, in the frame's colours. */
	import { m } from '$lib/messages';
	import X from '@lucide/svelte/icons/x';
	import { Dialog as Base, Portal } from '@skeletonlabs/skeleton-svelte';
	import type { Snippet } from 'svelte';
	import { closeOnEarlyEscape } from './early-escape';
	import { lastFocus } from './last-focus';

	interface Props {
		open: boolean;
		title: string;
		onclose: () => void;
		children: Snippet;
		wide?: boolean | 'very';
	}
	const { open, title, onclose, children, wide = false }: Props = $props();

	$effect(() => (open ? closeOnEarlyEscape(() => onclose()) : undefined));
</script>

<Base {open} onOpenChange={(details) => !details.open && onclose()} finalFocusEl={lastFocus}>
	<Portal>
		{#if open}
			<Base.Backdrop class="question-back" />
		{/if}
		<Base.Positioner class="question-place {open ? '' : 'shut'}">
			<Base.Content class="question {wide === 'very' ? 'very-wide' : wide ? 'wide' : ''}">
				{#if open}
					<header>
						<Base.Title class="question-title">{title}</Base.Title>
						<Base.CloseTrigger class="icon-button" aria-label={m.close()}><X size={18} /></Base.CloseTrigger>
					</header>
					{@render children()}
				{/if}
			</Base.Content>
		</Base.Positioner>
	</Portal>
</Base>

<style>
	:global(.question-back) {
		position: fixed;
		inset: 0;
		z-index: 40;
		background: #0b100ecc;
	}
	:global(.question-place) {
		position: fixed;
		inset: 0;
		z-index: 41;
		display: grid;
		place-items: center;
		padding: 16px;
	}
	:global(.question-place.shut) {
		display: none;
	}
	:global(.question) {
		width: min(440px, 100%);
		max-height: calc(100vh - 32px);
		overflow: auto;
		padding: 18px 22px 22px;
		border: 1px solid var(--frame-line);
		border-top: 3px solid var(--ledge-edge);
		border-radius: var(--radius-field);
		background: var(--frame-ground);
		color: var(--frame-text);
	}
	:global(.question.wide) {
		width: min(680px, 100%);
	}
	:global(.question.very-wide) {
		width: min(960px, 100%);
	}
	:global(.question header) {
		display: flex;
		align-items: center;
		justify-content: space-between;
		margin-bottom: 12px;
	}
	:global(.question-title) {
		font-size: var(--size-large);
		font-weight: 700;
	}
</style>
