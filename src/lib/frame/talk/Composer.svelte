<script lang="ts">
	/** A place to write something to others: Enter sends, Shift+Enter goes to the next line, @ calls somebody by name. */
	import { LONGEST } from '$core/talk/shape';
	import { m } from '$lib/messages';
	import type { Room } from '../../room/room.svelte';
	import { messageOf } from '$lib/api/errors';

	interface Props {
		room: Room;
		label: string;
		/** What is on the button. */
		send: string;
		value?: string;
		focused?: boolean;
		calls?: boolean;
		onsend: (text: string) => void;
		oncancel?: (() => void) | undefined;
	}
	const { room, label, send, value = '', focused = false, calls = false, onsend, oncancel }: Props = $props();

	// What is written here is one's own from then on.
	// svelte-ignore state_referenced_locally
	let text = $state(value);
	let problem = $state('');
	let area: HTMLTextAreaElement;
	const own = $props.id();

	/** The beginning of a name after an @ before the caret. */
	let begun = $state<string | undefined>();
	const offers = $derived(
		begun === undefined
			? []
			: room.names
					.filter(({ id, name }) => id !== room.info.person.id && name.toLowerCase().startsWith(begun!))
					.slice(0, 5),
	);
	let picked = $state(0);

	function lookForName(): void {
		problem = '';
		if (!calls) return;
		const before = text.slice(0, area.selectionStart);
		begun = /(?:^|\s)@([^\s@][^@\n]{0,30}|)$/.exec(before)?.[1]?.toLowerCase();
		picked = 0;
	}
	function call(name: string): void {
		const end = area.selectionStart;
		const start = text.lastIndexOf('@', end - 1);
		text = `${text.slice(0, start)}@${name} ${text.slice(end)}`;
		begun = undefined;
		area.focus();
	}
	function submit(): void {
		try {
			onsend(text);
			text = '';
		} catch (error) {
			problem = messageOf(error);
		}
	}
	function onKey(event: KeyboardEvent): void {
		if (event.isComposing) return;
		if (offers.length > 0 && ['ArrowDown', 'ArrowUp', 'Enter', 'Tab'].includes(event.key)) {
			event.preventDefault();
			if (event.key === 'ArrowDown') picked = (picked + 1) % offers.length;
			else if (event.key === 'ArrowUp') picked = (picked + offers.length - 1) % offers.length;
			else call(offers[picked]!.name);
		} else if (event.key === 'Escape') {
			event.stopPropagation();
			if (offers.length > 0) begun = undefined;
			else oncancel?.();
		} else if (event.key === 'Enter' && !event.shiftKey) {
			event.preventDefault();
			submit();
		}
	}
	const focus = (node: HTMLTextAreaElement): void => {
		if (focused) node.focus();
	};
</script>

<form
	onsubmit={(event) => {
		event.preventDefault();
		submit();
	}}
>
	<textarea
		class="entry"
		rows="3"
		maxlength={LONGEST}
		aria-label={label}
		placeholder={label}
		bind:value={text}
		bind:this={area}
		use:focus
		oninput={lookForName}
		onkeydown={onKey}
		aria-controls={offers.length > 0 ? `names-${own}` : undefined}></textarea>
	{#if offers.length > 0}
		<ul class="offers" id="names-{own}" aria-label={m.call_by_name()}>
			{#each offers as { id, name }, i (id)}
				<li>
					<button type="button" class:picked={i === picked} onclick={() => call(name)}>@{name}</button>
				</li>
			{/each}
		</ul>
	{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	<div class="row">
		<button class="button main" type="submit" disabled={text.trim() === ''}>{send}</button>
		{#if oncancel}<button class="button" type="button" onclick={oncancel}>{m.cancel()}</button>{/if}
	</div>
</form>

<style>
	form {
		display: grid;
		gap: 6px;
		margin-top: 10px;
	}
	textarea {
		font-size: var(--size-note);
		line-height: 1.35;
		resize: vertical;
	}
	.offers {
		overflow: hidden;
		border: 1px solid var(--frame-line);
		border-radius: var(--radius-control);
	}
	.offers button {
		width: 100%;
		padding: 5px 10px;
		text-align: left;
		cursor: pointer;
	}
	.offers button:hover,
	.offers .picked {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	.problem {
		color: var(--frame-bad);
		font-size: var(--size-note);
	}
	.row {
		display: flex;
		gap: 8px;
	}
</style>
