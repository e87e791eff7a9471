<script lang="ts">
	/**
	 * The whole screen of a phone: everything on the board as a list in large letters, to read and
	 * to nod at.
	 */
	import { READ_BY, readingList, type ReadBy } from '$core/board/ops/reading-list';
	import { isNote, isTheme } from '$core/board/kinds/guards';
	import { swatchOf } from '$core/board/kinds';
	import { groundOf } from '$core/board/ground';
	import { nod } from '$core/board/ops/approve';
	import { wordsOf } from '$core/board/words';
	import type { BoardObject } from '$core/board/objects';
	import { m } from '$lib/messages';
	import MapPin from '@lucide/svelte/icons/map-pin';
	import ThumbsUp from '@lucide/svelte/icons/thumbs-up';
	import type { Room } from '../../room/room.svelte';
	import type { GoToBoard } from '../phone-target';
	import PhoneFoot from './PhoneFoot.svelte';
	import PhoneScreen from '../PhoneScreen.svelte';
	import PhoneHead from './PhoneHead.svelte';

	interface Props {
		room: Room;
		onboard: GoToBoard;
		/** Back to what the session shows: writing, the vote, the remote. */
		back?: { label: string; go: () => void } | undefined;
	}
	const { room, onboard, back }: Props = $props();

	const BY_WORDS: Record<ReadBy, () => string> = {
		fields: () => m.read_by_fields(),
		themes: () => m.read_by_themes(),
	};
	const hasThemes = $derived([...room.observed.objects.values()].some(isTheme));
	let chosen = $state<ReadBy>();
	const by = $derived(hasThemes ? (chosen ?? 'fields') : 'fields');
	/** How many are listed: what is long is gone on with when somebody has come to its end. */
	const PAGE = 200;
	let most = $state(PAGE);
	const all = $derived(readingList(room.observed, by));
	const count = $derived(all.reduce((sum, { objects }) => sum + objects.length, 0));
	const parts = $derived.by(() => {
		let left = most;
		return all.flatMap((part) => {
			const objects = part.objects.slice(0, left);
			left -= objects.length;
			return objects.length > 0 ? [{ ...part, objects, count: part.objects.length }] : [];
		});
	});
	const surface = $derived(groundOf(room.observed.sheets[0]).surface);
	const me = $derived(room.info.person.id);
	const hasMine = ({ nods }: BoardObject): boolean => nods?.some(({ person }) => person === me) ?? false;
</script>

<PhoneScreen name="read-screen">
	{#snippet head()}<PhoneHead {room} />{/snippet}
	{#if room.step?.prompt}<h2 class="question">{room.step.prompt}</h2>{/if}
	{#if hasThemes}
		<div class="by" role="group" aria-label={m.step_read()}>
			{#each READ_BY as each (each)}
				<button type="button" aria-pressed={by === each} onclick={() => (chosen = each)}
					>{BY_WORDS[each]()}</button
				>
			{/each}
		</div>
	{/if}
	{#each parts as { id, title, sheet, objects, count: inPart } (`${sheet} ${id ?? ''}`)}
		<section>
			<h3>{title || m.without_words()} <span class="quiet">{inPart}</span></h3>
			<ul>
				{#each objects as object (object.id)}
					<li style:border-left-color={swatchOf(object, surface) ?? 'transparent'}>
						<p>{wordsOf(object)}</p>
						<div class="about">
							<span class="quiet">{isNote(object) ? object.by[1] : ''}</span>
							<button
								type="button"
								class="icon-button"
								aria-label={m.go_there()}
								onclick={() => onboard({ object: object.id })}><MapPin size={18} /></button
							>
							<button
								type="button"
								class="nod"
								aria-pressed={hasMine(object)}
								aria-label={m.command_nod()}
								disabled={!room.may('nod')}
								onclick={() => nod(room.editContext, room.model, [object.id])}
								><ThumbsUp size={18} /> {object.nods?.length ?? 0}</button
							>
						</div>
					</li>
				{/each}
			</ul>
		</section>
	{/each}
	{#if count > most}<button type="button" class="button" onclick={() => (most += PAGE)}
			>{m.read_more({ count: count - most })}</button
		>{/if}
	{#if parts.length === 0}<p class="quiet">{m.read_nothing()}</p>{/if}
	{#snippet foot()}
		{#if back}<button type="button" class="button main back" onclick={back.go}>{back.label}</button>{/if}
		<PhoneFoot {room} {onboard} />
	{/snippet}
</PhoneScreen>

<style>
	h3 {
		margin: 18px 0 8px;
		font-size: var(--size-large);
		font-weight: 700;
	}
	h3 .quiet {
		font-weight: 400;
		font-size: var(--size-note);
	}
	.by {
		display: grid;
		grid-template-columns: 1fr 1fr;
		overflow: hidden;
		border: 1px solid var(--frame-strong-line);
		border-radius: var(--radius-control);
	}
	.by button {
		min-height: 44px;
	}
	.by [aria-pressed='true'],
	.nod[aria-pressed='true'] {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	li {
		margin-top: 8px;
		padding: 10px 8px 4px 12px;
		border-left: 5px solid;
		border-radius: var(--radius-control);
		background: var(--frame-raised);
	}
	li p {
		font-size: 18px;
		line-height: 1.35;
		overflow-wrap: anywhere;
		white-space: pre-line;
	}
	.about {
		display: flex;
		align-items: center;
		gap: 4px;
		font-size: var(--size-note);
	}
	.about .quiet {
		flex: 1;
	}
	.about .icon-button {
		width: 46px;
		height: 46px;
	}
	.nod {
		display: flex;
		align-items: center;
		justify-content: center;
		gap: 8px;
		min-width: 66px;
		min-height: 46px;
		border-radius: var(--radius-control);
		font-size: var(--size-base);
		font-variant-numeric: tabular-nums;
	}
	.nod:disabled {
		color: var(--frame-quiet);
	}
	.back {
		width: 100%;
		border-radius: 0;
	}
</style>
