<script lang="ts">
	import { m } from '$lib/messages';
	import X from '@lucide/svelte/icons/x';
	import { Toast } from '@skeletonlabs/skeleton-svelte';
	import { toaster } from './toaster';
</script>

<Toast.Group {toaster} aria-label={m.messages()}>
	{#snippet children(toast)}
		<Toast {toast} class="toast {toast.type === 'error' ? 'bad' : ''}">
			<Toast.Message>
				<Toast.Title class="toast-title">{toast.title}</Toast.Title>
				{#if toast.description}<Toast.Description class="toast-text">{toast.description}</Toast.Description
					>{/if}
			</Toast.Message>
			{#if toast.action}<Toast.ActionTrigger class="button">{toast.action.label}</Toast.ActionTrigger>{/if}
			<Toast.CloseTrigger class="icon-button" aria-label={m.close()}><X size={16} /></Toast.CloseTrigger>
		</Toast>
	{/snippet}
</Toast.Group>

<style>
	:global(.toast) {
		display: flex;
		align-items: center;
		gap: 12px;
		min-width: 300px;
		max-width: min(520px, 92vw);
		padding: 10px 10px 10px 16px;
		border: 1px solid var(--frame-strong-line);
		border-left: 4px solid var(--frame-good);
		border-radius: var(--radius-field);
		background: var(--frame-raised);
		color: var(--frame-text);
	}
	:global(.toast.bad) {
		border-left-color: var(--frame-bad);
	}
	:global(.toast > div:first-child) {
		flex: 1;
	}
	:global(.toast-title) {
		font-size: var(--size-base);
		font-weight: 700;
	}
	:global(.toast-text) {
		color: var(--frame-quiet);
		font-size: var(--size-note);
	}
</style>
