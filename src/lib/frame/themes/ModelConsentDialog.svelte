<script lang="ts">
	/** What would be sent to the language model, and where to, before anything is. */
	import { m } from '$lib/messages';
	import Dialog from '../../ui/Dialog.svelte';
	import type { ModelConsent } from './model-consent.svelte';

	const { consent }: { consent: ModelConsent } = $props();
	const { sent } = $derived(consent);
</script>

<Dialog open={consent.isOpen} title={m.model_ask()} onclose={() => consent.decide(false)}>
	{#if consent.problem}
		<p class="warn" role="alert">{consent.problem}</p>
	{:else if sent}
		<p data-testid="what-is-sent">
			{m.model_what_is_sent({ notes: sent.notes, model: sent.model.name, host: sent.model.host })}
		</p>
		<p class="quiet">{m.model_not_sent()}</p>
		<p class="quiet">{m.model_questions_left({ count: sent.questions })}</p>
	{:else}
		<p class="quiet" role="status">{m.model_looking()}</p>
	{/if}
	<div class="actions">
		<button
			type="button"
			class="button main"
			disabled={!sent || sent.notes === 0 || sent.questions === 0}
			onclick={() => consent.decide(true)}>{m.model_send()}</button
		>
		<button type="button" class="button" onclick={() => consent.decide(false)}>{m.model_send_not()}</button>
	</div>
</Dialog>

<style>
	p {
		margin-bottom: 8px;
	}
	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		margin-top: 16px;
	}
</style>
