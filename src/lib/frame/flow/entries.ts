/** Entries for numbers and minutes: what was typed is taken, or refused in words and put back. */
import { readEstimate, writtenEstimate } from '$core/board/ops/flow-values';
import type { Estimate } from '$core/flow/flow';
import { readNumber } from '$core/flow/formats/infer';
import { m } from '$lib/messages';
import { toaster } from '../../ui/toaster';

/** Takes minutes from an entry; an empty one takes them away. */
export function takeMinutes(
	input: HTMLInputElement,
	before: Estimate | undefined,
	set: (minutes: Estimate | undefined) => void,
): void {
	const read = readEstimate(input.value);
	const isRefused = input.value.trim() !== '' && !read;
	if (isRefused) toaster.error({ title: m.flow_no_minutes() });
	else set(read);
	input.value = writtenEstimate(isRefused ? before : read);
}

/** Takes a number from 0 to `most` from an entry; an empty one takes it away. */
export function takeNumber(
	input: HTMLInputElement,
	before: number | undefined,
	set: (value: number | undefined) => void,
	most = Infinity,
): void {
	const read = readNumber(input.value);
	const isRefused = input.value.trim() !== '' && (read === undefined || read > most);
	if (isRefused) toaster.error({ title: m.flow_no_number() });
	else set(read);
	input.value = String((isRefused ? before : read) ?? '');
}
