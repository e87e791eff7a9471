<script lang="ts">
	/** The whole screen of a phone while everybody sorts. */
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import type { GoToBoard } from '../phone-target';
	import PhoneScreen from '../PhoneScreen.svelte';
	import Together from '../themes/Together.svelte';
	import PhoneFoot from './PhoneFoot.svelte';
	import PhoneHead from './PhoneHead.svelte';

	interface Props {
		room: Room;
		onboard: GoToBoard;
		onread: () => void;
	}
	const { room, onboard, onread }: Props = $props();
</script>

<PhoneScreen name="sort-screen">
	{#snippet head()}<PhoneHead {room} />{/snippet}
	<h2 class="question">{room.step?.prompt || m.together()}</h2>
	<Together {room} />
	{#snippet foot()}<PhoneFoot {room} {onboard} {onread} />{/snippet}
</PhoneScreen>
