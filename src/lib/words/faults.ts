/** What core could not do, in words. */
import { m } from '$lib/messages';
import type { Fault, FaultCode, Faults } from '$core/fault';

const WORDS: { [Code in FaultCode]: (data: Faults[Code]) => string } = {
	gone: ({ what }) => (what === 'step' ? m.error_step_gone() : m.error_object_gone()),
	'not for this kind': () => m.error_not_for_kind(),
	'fixed tracks': () => m.error_fixed_tracks(),
	'too many tracks': ({ max }) => m.error_many_tracks({ max }),
	'not a value': () => m.error_no_value(),
	'first step': () => m.error_first_step(),
	'no step': () => m.error_step_gone(),
	'parking full': () => m.parking_full(),
	'nothing written': () => m.error_nothing_written(),
	'text too long': ({ length, max }) => m.error_text_long({ length, max }),
	'another writer': () => m.error_another_writer(),
	'no archive': ({ problem }) => m.error_archive({ reason: problem }),
	'nothing to export': () => m.export_nothing(),
	'poster too large': ({ max }) => m.poster_too_large({ max }),
	'file too large': ({ mb }) => m.incoming_too_large({ mb }),
	'may not edit': () => m.incoming_no_rights(),
	'no rows': ({ problem, max }) => m.error_no_rows({ reason: problem, max }),
	'no outline': ({ problem }) => m.error_no_outline({ reason: problem }),
	'no flow': ({ problem }) => m.error_no_flow({ reason: problem }),
};

export const faultWords = <Code extends FaultCode>({ code, data }: Fault<Code>): string => WORDS[code](data);
