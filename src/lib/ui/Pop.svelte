<script lang="ts">
	/** A button with a small panel of values beside it; on a phone a sheet from below. */
	import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
	import type { Snippet } from 'svelte';
	import { closeOnEarlyEscape } from './early-escape';
	import { keysBack } from './keys-back';
	import { lastFocus } from './last-focus';

	interface Props {
		label: string;
		/** What the button shows. */
		face: Snippet;
		children: Snippet;
		wide?: boolean;
		open?: boolean;
		/** How the button looks. */
		button?: string;
		/**
		 * Whether it stays open when something in it is chosen, as where one sets several things.
		 */
		stays?: boolean;
	}
	let {
		label,
		face,
		children,
		wide = false,
		open = $bindable(false),
		button = 'icon-button pop-face',
		stays = false,
	}: Props = $props();

	const giveBack = keysBack();

	/**
	 * Follows `open` a frame later: what a dialog opens as it closes would count as a part of the
	 * dialog, and close with it.
	 */
	let isShown = $state(false);
	$effect(() => {
		if (!open) {
			isShown = false;
			return;
		}
		let frame = requestAnimationFrame(() => {
			isShown = true;
			frame = requestAnimationFrame(enter);
		});
		return () => cancelAnimationFrame(frame);
	});

	const id = $props.id();
	const ids = { trigger: `${id}-button`, content: `${id}-panel` };
	/** Opened by a key elsewhere, it has the keys; from its button Tab leads into it. */
	function enter(): void {
		const [button, panel] = [ids.trigger, ids.content].map((each) => document.getElementById(each));
		const { activeElement } = document;
		if (!panel || panel.contains(activeElement) || button?.contains(activeElement)) return;
		panel.querySelector<HTMLElement>('button, input, a[href]')?.focus();
	}
	$effect(() => (open ? closeOnEarlyEscape(() => (open = false)) : undefined));

	function onClick(event: MouseEvent): void {
		// Chosen with the pointer; by key one goes on looking.
		const isChoice = event.detail > 0 && (event.target as HTMLElement).closest('button') !== null;
		if (stays || !isChoice) return;
		open = false;
		giveBack();
	}
</script>

<Popover
	{ids}
	open={isShown}
	onOpenChange={(details) => (open = details.open)}
	positioning={{ placement: 'top' }}
	autoFocus={false}
	finalFocusEl={lastFocus}
>
	<Popover.Trigger class={button} aria-label={label} title={label}>{@render face()}</Popover.Trigger>
	<Portal>
		<Popover.Positioner class="pop-place">
			<Popover.Content class="pop {wide ? 'wide' : ''}" aria-label={label} onclick={onClick}>
				{#if open}{@render children()}{/if}
			</Popover.Content>
		</Popover.Positioner>
	</Portal>
</Popover>

<style>
	:global(.pop-face) {
		width: auto;
		min-width: 32px;
		padding: 0 5px;
	}
	:global(.pop) {
		z-index: 30;
		display: flex;
		flex-direction: column;
		gap: 12px;
		max-width: 320px;
		max-height: min(460px, 70vh);
		overflow: auto;
		padding: 12px 14px;
		border: 1px solid var(--frame-line);
		border-bottom: 3px solid var(--ledge-edge);
		border-radius: var(--radius-field);
		background: var(--frame-ground);
		color: var(--frame-text);
		box-shadow: 0 6px 22px #00000066;
	}
	:global(.pop.wide) {
		max-width: 440px;
	}
	/* On a phone a sheet from below, whatever opened it: under the thumb, and never cut. */
	@media (max-width: 640px) {
		:global(.pop-place) {
			inset: auto 0 0 0 !important;
			z-index: 30;
			width: 100% !important;
			max-width: none !important;
			transform: none !important;
		}
		:global(.pop),
		:global(.pop.wide) {
			width: 100%;
			max-width: none;
			max-height: 70dvh;
			padding: 16px 16px calc(20px + env(safe-area-inset-bottom));
			border-top: 3px solid var(--ledge-edge);
			border-bottom: 0;
			border-radius: var(--radius-field) var(--radius-field) 0 0;
		}
	}
	:global(.pop:focus-visible) {
		outline: none;
	}
</style>
