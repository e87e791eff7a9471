<script lang="ts">
	/** How far a round is in which everybody sorts. */
	import type { SharedRound } from '$core/contract/sorting-round';
	import { m } from '$lib/messages';
	import ProgressBar from '../../ui/ProgressBar.svelte';

	const { round }: { round: SharedRound } = $props();
</script>

<ProgressBar label={m.together()} max={round.notes} value={round.progress.through} />
<p role="status">
	{m.together_led_count({ through: round.progress.through, notes: round.notes, people: round.people })}
</p>
