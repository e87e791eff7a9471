/**
 * Whatever core could not do is said, wherever it was asked for: by a key, a button, the pointer or
 * a menu. Other errors go on to the browser's log.
 */
import { Fault } from '$core/fault';
import { m } from '$lib/messages';
import { faultWords } from '$lib/words/faults';
import { toaster } from './toaster';

function say(event: Event, reason: unknown): void {
	if (!(reason instanceof Fault)) return;
	event.preventDefault();
	toaster.error({ title: m.did_not_work(), description: faultWords(reason) });
}

export const sayFault = (event: Event): void => say(event, (event as ErrorEvent).error);
export const sayRejected = (event: PromiseRejectionEvent): void => say(event, event.reason);
