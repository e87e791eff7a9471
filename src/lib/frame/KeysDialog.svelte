<script lang="ts">
	/** The list of keys, made from the table of commands. */
	import { m } from '$lib/messages';
	import { COMMANDS, isMac, shownKey } from '../board/commands';
	import Dialog from '../ui/Dialog.svelte';

	const { open, onclose }: { open: boolean; onclose: () => void } = $props();
	const mac = isMac();
	/** Commands of one label stand in one row with all their keys. */
	const rows = $derived.by(() => {
		const byLabel = new Map<string, string[]>();
		for (const command of COMMANDS.filter(({ keys, quiet }) => keys.length > 0 && !quiet)) {
			const label = command.label();
			byLabel.set(label, [...(byLabel.get(label) ?? []), shownKey(command.keys[0]!, mac)]);
		}
		return [...byLabel];
	});
	const hands = $derived([
		[m.hand_pan(), m.hand_pan_keys()],
		[m.hand_zoom(), m.hand_zoom_keys()],
		[m.hand_copy(), m.hand_copy_keys()],
		[m.hand_add(), 'Shift'],
		[m.hand_box(), m.hand_box_keys()],
		[m.hand_lasso(), m.hand_lasso_keys()],
		[m.hand_snap(), m.hand_snap_keys()],
		[m.hand_straight(), m.hand_straight_keys()],
		[m.hand_menu(), m.hand_menu_keys()],
		[m.hand_edit(), m.hand_edit_keys()],
	]);
</script>

<Dialog {open} {onclose} title={m.keys()} wide>
	<dl>
		{#each [...rows.map(([label, keys]) => [label, keys.join('  ')]), ...hands] as [label, keys] (label)}
			<div>
				<dt>{label}</dt>
				<dd>{keys}</dd>
			</div>
		{/each}
	</dl>
</Dialog>

<style>
	dl {
		columns: 2;
		column-gap: 28px;
		font-size: var(--size-note);
	}
	div {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 4px 0;
		border-bottom: 1px solid var(--frame-line);
		break-inside: avoid;
	}
	dd {
		color: var(--frame-quiet);
		white-space: pre;
	}
	@media (max-width: 600px) {
		dl {
			columns: 1;
		}
	}
</style>
