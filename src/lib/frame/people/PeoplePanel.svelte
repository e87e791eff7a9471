<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import type { Board } from '../board/board.svelte';
	import Badge from '../ui/Badge.svelte';

	const { board, oninvite }: { board: Board; oninvite: () => void } = $props();
	const { room } = $derived(board);
	const people = $derived(
		[...new Map(room.people.map((each) => [each.person, each])).values()].filter(
			(each) => each.person !== room.info.person.id,
		),
	);
	const sheetTitle = (id: string | undefined): string =>
		board.model.sheets.find((sheet) => sheet.id === id)?.title ?? '';

	/** Goes to where the person's pointer is. */
	function goTo(person: (typeof people)[number]): void {
		if (person.sheet) board.goToSheet(person.sheet);
		if (!person.cursor) return;
		const { w, h } = board.size;
		const { scale } = board.view;
		board.setView({ scale, x: person.cursor[0] - w / 2 / scale, y: person.cursor[1] - h / 2 / scale });
	}
</script>

<h2 class="panel-title">{m.people()}</h2>
<ul>
	<li>
		<Badge id={room.info.person.id} name={room.info.person.name} />
		<span>{room.info.person.name} <span class="quiet">{m.you()}</span></span>
	</li>
	{#each people as person (person.person)}
		<li>
			<Badge id={person.person} name={person.name} />
			<span class="who">{person.name}<small class="quiet">{sheetTitle(person.sheet)}</small></span>
			{#if person.sheet}<button class="button" onclick={() => goTo(person)}>{m.go_to()}</button>{/if}
		</li>
	{/each}
</ul>
{#if people.length === 0}<p class="quiet">{m.alone()}</p>{/if}
{#if room.leads}<button class="button" onclick={oninvite}>{m.invite()}</button>{/if}

<style>
	li {
		display: flex;
		align-items: center;
		gap: 10px;
		min-height: 40px;
	}
	.who {
		display: flex;
		flex: 1;
		flex-direction: column;
		line-height: 1.2;
	}
	p {
		margin: 8px 0 14px;
		font-size: var(--size-note);
	}
</style>
