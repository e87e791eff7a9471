<script lang="ts">
	/** A link that still works. */
	import { m } from '$lib/paraglide/messages';
	import type { LinkInfo } from '../actions';
	import { momentWords } from '$lib/words/when';
	import { codeInParts, roleName } from './words';

	interface Props {
		link: LinkInfo;
		busy: boolean;
		onrenew: () => void;
		onend: () => void;
	}
	const { link, busy, onrenew, onend }: Props = $props();
	const when = (iso: string): string => momentWords(Date.parse(iso));
	const isOver = $derived(link.expiresAt !== null && Date.parse(link.expiresAt) < Date.now());
	const more = $derived(
		[
			m.link_since({ when: when(link.createdAt), people: link.people }),
			link.expiresAt && (isOver ? m.link_is_over() : m.link_until({ when: when(link.expiresAt) })),
			link.hasPassword && m.link_has_password(),
		]
			.filter(Boolean)
			.join(' · '),
	);
</script>

<li>
	<span>
		<span
			>{roleName[link.role]()}{#if link.code}<b>{codeInParts(link.code)}</b>{/if}</span
		>
		<small class="quiet">{more}</small>
	</span>
	<button type="button" class="button" title={m.link_renew_more()} onclick={onrenew} disabled={busy}
		>{m.link_renew()}</button
	>
	<button type="button" class="button" onclick={onend} disabled={busy}>{m.withdraw()}</button>
</li>

<style>
	li {
		display: flex;
		align-items: center;
		gap: 8px;
		min-height: 46px;
		border-top: 1px solid var(--frame-line);
		font-size: var(--size-note);
	}
	li > span {
		display: flex;
		flex: 1;
		flex-direction: column;
		line-height: 1.3;
	}
	b {
		margin-left: 10px;
		font-family: 'JetBrains Mono', monospace;
	}
	small {
		font-size: var(--size-small);
	}
</style>
