<script lang="ts">
	/** Of free text: what it is in what one reads, its chalk, its letters. */
	import { TEXT_ROLES, type TextRole } from '$core/board/objects';
	import { m } from '$lib/messages';
	import LetterProperties from '../frame/ledge/LetterProperties.svelte';
	import Colour from './Colour.svelte';
	import type { KindProperties } from './properties';

	const { objects, style, onset }: KindProperties = $props();
	const LABELS: Record<TextRole, string> = {
		title: m.role_title(),
		heading: m.role_heading(),
		body: m.role_body(),
	};
</script>

<div class="group" role="group" aria-label={m.text_role()}>
	{#each TEXT_ROLES as role (role)}
		<button
			type="button"
			class="button plain role"
			aria-pressed={style['role'] === role}
			onclick={() => onset({ role })}>{LABELS[role]}</button
		>
	{/each}
</div>
<Colour of="chalks" {style} {onset} />
{#if objects.length > 0}<LetterProperties kind="text" usual="left" {style} {onset} />{/if}

<style>
	.group {
		display: flex;
		flex: none;
		align-items: center;
		gap: 1px;
	}
	.role[aria-pressed='true'] {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
</style>
