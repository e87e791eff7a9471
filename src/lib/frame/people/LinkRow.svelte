<script lang="ts">
	/** A link that still works. */
	import { m } from '$lib/messages';
	import type { LinkInfo } from '$core/contract/people';
	import { momentWords } from '$lib/words/when';
	import { codeInParts, roleName } from './words';

	interface Props {
		link: LinkInfo;
		busy: boolean;
		onrenew: () => void;
		/** @param keeps whether those who came in by it stay */
		onend: (keeps: boolean) => void;
	}
	const { link, busy, onrenew, onend }: Props = $props();
	/** What is asked about before it is done. */
	let asks = $state<'renew' | 'end' | undefined>();
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
	<button
		type="button"
		class="button"
		onclick={() => (asks = 'renew')}
		disabled={busy}
		aria-expanded={asks === 'renew'}>{m.link_renew()}</button
	>
	<button
		type="button"
		class="button"
		onclick={() => (asks = 'end')}
		disabled={busy}
		aria-expanded={asks === 'end'}>{m.withdraw()}</button
	>
</li>
{#if asks}
	<li class="asks" data-testid="link-asks">
		<p>{asks === 'renew' ? m.link_renew_more() : m.withdraw_ask({ people: link.people })}</p>
		{#if asks === 'renew'}
			<button
				type="button"
				class="button main"
				onclick={() => {
					asks = undefined;
					onrenew();
				}}>{m.link_renew_yes()}</button
			>
		{:else}
			<button
				type="button"
				class="button main"
				onclick={() => {
					asks = undefined;
					onend(true);
				}}>{m.withdraw_keep()}</button
			>
			<button
				type="button"
				class="button"
				onclick={() => {
					asks = undefined;
					onend(false);
				}}>{m.withdraw_all()}</button
			>
		{/if}
		<button type="button" class="button plain" onclick={() => (asks = undefined)}>{m.leave_it()}</button>
	</li>
{/if}

<style>
	li {
		display: flex;
		align-items: center;
		gap: 8px;
		min-height: 46px;
		border-top: 1px solid var(--frame-line);
		font-size: var(--size-note);
	}
	.asks {
		flex-wrap: wrap;
		padding: 8px 0;
		border-top: 0;
	}
	.asks p {
		flex-basis: 100%;
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
