<script lang="ts">
	import { untrack } from 'svelte';

	/** A title while it is changed in place: Enter or going elsewhere keeps it, Escape leaves it as it was. */
	interface Props {
		label: string;
		title: string;
		/** Told once, with the new title when there is one. */
		onend: (title: string | undefined) => void;
		most?: number;
	}
	const { label, title, onend, most = 120 }: Props = $props();
	/**
	 * As it was when one began: another title that somebody gives it meanwhile is not typed over.
	 */
	const before = untrack(() => title);
	let isOver = false;

	function end(wanted: string): void {
		// Enter takes the entry away, and going away is leaving it once more.
		if (isOver) return;
		isOver = true;
		const kept = wanted.trim();
		onend(kept !== '' && kept !== before ? kept : undefined);
	}
	const take = (input: HTMLInputElement): void => {
		input.focus();
		input.select();
	};
</script>

<input
	class="entry title-entry"
	aria-label={label}
	value={before}
	maxlength={most}
	use:take
	onblur={(event) => end(event.currentTarget.value)}
	onkeydown={(event) => {
		event.stopPropagation();
		if (event.key === 'Enter') end(event.currentTarget.value);
		else if (event.key === 'Escape') end(before);
	}}
/>
