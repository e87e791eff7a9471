<script lang="ts">
	/** Who has written how much in the running step, openly. */
	import { isNote } from '$core/board/kinds/guards';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';

	const { room }: { room: Room } = $props();
	/** Most writers that are listed. */
	const MAX = 12;

	/** Notes written into the step's field since it started, by writer. */
	const written = $derived.by(() => {
		const model = room.observed;
		const running = room.plan.running;
		// Of sheets that go round, all of them.
		const ids = room.step?.fields ?? (room.step?.field ? [room.step.field] : []);
		const fields = ids.flatMap((each) => model.find(each) ?? []);
		if (!running || fields.length === 0) return [];
		const inField = new Set(fields.flatMap((field) => model.contentsOf(field)));
		const counts = new Map<string, { name: string; count: number }>();
		const here = room.people.map((each) => ({ id: each.person, name: each.name }));
		for (const person of [room.info.person, ...here]) counts.set(person.id, { name: person.name, count: 0 });
		for (const object of model.objects.values()) {
			if (!isNote(object) || object.made < running.startedAt) continue;
			if (!inField.has(object.id) && !ids.includes(object.landing ?? '')) continue;
			const entry = counts.get(object.by[0]) ?? { name: object.by[1] || m.somebody(), count: 0 };
			counts.set(object.by[0], { ...entry, count: entry.count + 1 });
		}
		return [...counts].map(([who, entry]) => ({ id: who, ...entry })).sort((a, b) => b.count - a.count);
	});
	const total = $derived(written.reduce((sum, each) => sum + each.count, 0));
</script>

<h3 class="label">{m.written_so_far({ count: total })}</h3>
<ul>
	{#each written.slice(0, MAX) as writer (writer.id)}
		<li>
			<span class="who">{writer.name}</span>
			{#if writer.count === 0}<span class="quiet">{m.not_yet()}</span>{:else}<span
					class="cards"
					aria-label={String(writer.count)}
					>{#each { length: Math.min(writer.count, 10) }, i (i)}<i></i>{/each}</span
				>{/if}
		</li>
	{/each}
</ul>

<style>
	h3 {
		margin: 14px 0 6px;
	}
	li {
		display: flex;
		align-items: center;
		min-height: 22px;
		font-size: var(--size-note);
	}
	.who {
		width: 92px;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.cards {
		display: flex;
		gap: 6px;
	}
	.cards i {
		width: 12px;
		height: 9px;
		border-radius: 1px;
		background: #e2b85c;
	}
</style>
