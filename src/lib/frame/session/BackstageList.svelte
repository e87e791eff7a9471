<script lang="ts">
	/** What waits backstage: brought on by hand, or by the step that it is kept for. */
	import { isConnector } from '$core/board/kinds/guards';
	import { m } from '$lib/messages';
	import Eye from '@lucide/svelte/icons/eye';
	import Trash from '@lucide/svelte/icons/trash-2';
	import type { Board } from '../../board/board.svelte';
	import { bringOn } from '../../board/backstage';
	import { withContents } from '$core/board/ops/edits';
	import { wordsOf } from '$core/board/words';
	import { kindName } from '$lib/kinds-ui';

	const { board }: { board: Board } = $props();
	const { room } = $derived(board);
	const backstage = $derived(room.backstage);
	/** Pieces that come on together: what lies in something comes with it, connectors with what they tie. */
	const pieces = $derived.by(() => {
		if (!backstage) return [];
		const all = backstage.objects().filter((each) => !isConnector(each));
		const held = new Set(
			all.flatMap(({ id }) => [...withContents(backstage.model, [id])].filter((each) => each !== id)),
		);
		return all
			.filter(({ id }) => !held.has(id))
			.map((object) => {
				const ids = withContents(backstage.model, [object.id]);
				for (const each of [...ids]) for (const tie of backstage.model.tiesOf(each)) ids.add(tie);
				return { id: object.id, ids: [...ids], title: wordsOf(object) || kindName(object.kind) };
			});
	});
	const every = $derived(backstage?.objects().map(({ id }) => id) ?? []);
</script>

{#if backstage && pieces.length > 0}
	<section data-testid="backstage">
		<h3 class="label">{m.backstage_count({ count: pieces.length })}</h3>
		<ul>
			{#each pieces as { id, ids, title } (id)}
				<li>
					<span class="what" {title}>{title}</span>
					<select
						class="entry"
						aria-label={m.backstage_cue({ title })}
						value={backstage.cueOf(id) ?? ''}
						onchange={(event) => backstage.setCue(ids, event.currentTarget.value || undefined)}
					>
						<option value="">{m.backstage_by_hand()}</option>
						{#each room.plan.steps as step (step.id)}<option value={step.id}
								>{m.backstage_with({ title: step.title })}</option
							>{/each}
					</select>
					<button
						type="button"
						class="icon-button"
						aria-label={m.backstage_show({ title })}
						title={m.backstage_show({ title })}
						onclick={() => bringOn(board, ids)}><Eye size={16} /></button
					>
					<button
						type="button"
						class="icon-button"
						aria-label={m.backstage_delete({ title })}
						title={m.backstage_delete({ title })}
						onclick={() => backstage.remove(ids)}><Trash size={15} /></button
					>
				</li>
			{/each}
		</ul>
		{#if pieces.length > 1}<button type="button" class="button" onclick={() => bringOn(board, every)}
				>{m.backstage_all()}</button
			>{/if}
	</section>
{/if}

<style>
	section {
		margin-top: 12px;
	}
	li {
		display: flex;
		align-items: center;
		gap: 2px;
		min-height: 34px;
		font-size: var(--size-note);
	}
	.what {
		flex: 1;
		min-width: 0;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.entry {
		width: 96px;
		min-height: 28px;
		padding: 1px 4px;
		font-size: var(--size-small);
	}
	.icon-button {
		width: 28px;
	}
	.button {
		width: 100%;
	}
</style>
