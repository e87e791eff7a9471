<script lang="ts">
	/** Where what happens is told to whoever listens, and what happens in the room. */
	import { untrack } from 'svelte';
	import { announceRoom } from '../room/announce-room.svelte';
	import type { Room } from '../room/room.svelte';
	import { announcements } from '../ui/announcements.svelte';

	const { room }: { room: Room } = $props();
	untrack(() => announceRoom(room));
</script>

<p class="sr-only" role="status" data-testid="announcer">{announcements.text}</p>
