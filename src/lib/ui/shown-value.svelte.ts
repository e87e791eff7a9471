import { untrack } from 'svelte';
import type { Attachment } from 'svelte/attachments';

type Value = string | number | undefined;

/**
 * Shows a value that others may change in an entry, and leaves what is being typed there alone:
 * whoever types decides with leaving the entry. What is typed and not taken goes with it.
 */
export const shownValue =
	(value: () => Value): Attachment<HTMLInputElement | HTMLTextAreaElement> =>
	(element) => {
		let isTyping = false;
		const setTyping = (value: boolean): void => {
			isTyping = value;
			element.toggleAttribute('data-typed', value);
		};
		const show = (shown: Value): void => void (element.value = String(shown ?? ''));
		const typed = (): void => setTyping(true);
		const taken = (): void => setTyping(false);
		const left = (): void => {
			if (isTyping) show(untrack(value));
			setTyping(false);
		};
		element.addEventListener('input', typed);
		element.addEventListener('change', taken);
		element.addEventListener('blur', left);
		$effect(() => {
			const shown = value();
			if (!isTyping) show(shown);
		});
		return () => {
			element.removeEventListener('input', typed);
			element.removeEventListener('change', taken);
			element.removeEventListener('blur', left);
		};
	};
