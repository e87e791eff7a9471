<script lang="ts" module>
	export interface MenuItem {
		id: string;
		label: string;
		keys?: string | undefined;
		/** Items of a sub-menu, which this one opens. */
		items?: readonly MenuItem[] | undefined;
	}
</script>

<script lang="ts">
	/** A menu at a point of the window. */
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import { Menu, Portal } from '@skeletonlabs/skeleton-svelte';
	import { closeOnEarlyEscape } from './early-escape';
	import { lastFocus } from './last-focus';

	interface Props {
		/** Groups of items, divided by lines. */
		groups: readonly (readonly MenuItem[])[];
		at: { x: number; y: number } | undefined;
		label: string;
		onchoose: (id: string) => void;
		onclose: () => void;
	}
	const { groups, at, label, onchoose, onclose }: Props = $props();
	$effect(() => {
		if (!at) return;
		const stop = closeOnEarlyEscape(() => onclose());
		return () => {
			stop();
			// What was chosen may have taken the focus.
			requestAnimationFrame(() => {
				const { activeElement } = document;
				if (activeElement === document.body || activeElement?.closest('.point-menu')) lastFocus()?.focus();
			});
		};
	});
	const chosen = ({ value }: { value: string }): void => onchoose(value);
</script>

{#snippet row(item: MenuItem)}
	<Menu.Item value={item.id} class="point-menu-item">
		<Menu.ItemText>{item.label}</Menu.ItemText>
		{#if item.keys}<kbd>{item.keys}</kbd>{/if}
	</Menu.Item>
{/snippet}

<Menu
	open={at !== undefined}
	onOpenChange={(details) => !details.open && onclose()}
	onSelect={chosen}
	positioning={{
		placement: 'bottom-start',
		overlap: true,
		overflowPadding: 8,
		getAnchorRect: () => (at ? { ...at, width: 0, height: 0 } : null),
	}}
	aria-label={label}
>
	<Portal>
		<Menu.Positioner>
			<Menu.Content class="point-menu" data-testid="menu">
				{#each groups as items, i (i)}
					{#if i > 0}<Menu.Separator class="point-menu-line" />{/if}
					{#each items as item (item.id)}
						{#if item.items}
							<Menu positioning={{ placement: 'right-start', overflowPadding: 8 }} onSelect={chosen}>
								<Menu.TriggerItem value={item.id} class="point-menu-item">
									{item.label}<ChevronRight size={14} />
								</Menu.TriggerItem>
								<Portal>
									<Menu.Positioner>
										<Menu.Content class="point-menu" data-testid="sub-menu">
											{#each item.items as each (each.id)}{@render row(each)}{/each}
										</Menu.Content>
									</Menu.Positioner>
								</Portal>
							</Menu>
						{:else}
							{@render row(item)}
						{/if}
					{/each}
				{/each}
			</Menu.Content>
		</Menu.Positioner>
	</Portal>
</Menu>

<style>
	:global(.point-menu) {
		z-index: 35;
		min-width: 220px;
		max-height: calc(100dvh - 16px);
		overflow: auto;
		padding: 6px 0;
		border: 1px solid var(--frame-line);
		border-top: 3px solid var(--ledge-edge);
		border-radius: var(--radius-field);
		background: var(--frame-ground);
		color: var(--frame-text);
		font-size: var(--size-note);
		box-shadow: 0 6px 22px #00000066;
	}
	:global(.point-menu:focus-visible) {
		outline: none;
	}
	:global(.point-menu-line) {
		margin: 5px 0;
		border: none;
		border-top: 1px solid var(--frame-line);
	}
	:global(.point-menu-item) {
		display: flex;
		align-items: center;
		justify-content: space-between;
		gap: 22px;
		height: 29px;
		padding: 0 14px;
		margin: 0;
		line-height: 1.2;
		cursor: pointer;
	}
	:global(.point-menu-item[data-highlighted]) {
		background: var(--frame-on);
	}
	:global(.point-menu-item kbd) {
		color: var(--frame-quiet);
		font-family: inherit;
		font-size: var(--size-small);
	}
	/* Without a keyboard there are no keys to name. */
	@media (hover: none) {
		:global(.point-menu-item kbd) {
			display: none;
		}
	}
</style>
