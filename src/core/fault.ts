/**
 * Why core cannot do what was asked: a code, and what belongs to it. The words are made where
 * somebody reads them.
 */
export interface Faults {
	/** An object, a comment or a step is there no more. */
	gone: { what: 'object' | 'step' };
	/**
	 * An object of this kind does not have such a value. `problem` is for whoever looks for faults.
	 */
	'not for this kind': { kind: string; problem: string };
	/** Columns and rows belong to the form of the holder. */
	'fixed tracks': undefined;
	'too many tracks': { max: number };
	/** A date, a number or a choice that cannot be read as one. */
	'not a value': undefined;
	'first step': undefined;
	'no step': undefined;
	'parking full': { max: number };
	'nothing written': undefined;
	/** Letters. */
	'text too long': { length: number; max: number };
	'another writer': undefined;
	/** An archive that is none, and what is wrong with it. */
	'no archive': { problem: string };
	'nothing to export': undefined;
	/** A poster over more sheets of paper than are put together. */
	'poster too large': { max: number };
	/** A file without an outline. */
	'no outline': { problem: 'format' | 'empty' | 'size' };
	/** A file with more bytes than are read. */
	'file too large': { mb: number };
	/** The board may not be changed any more, though it could be when this was begun. */
	'may not edit': undefined;
	/** A file without rows; `max` is how many can be read. */
	'no rows': { problem: 'format' | 'empty' | 'size'; max: number };
	/** A file without a flow: of another format, empty, or with more than can be read. */
	'no flow': { problem: 'format' | 'empty' | 'size' };
}
export type FaultCode = keyof Faults;

export class Fault<Code extends FaultCode = FaultCode> extends Error {
	override name = 'Fault';
	readonly data: Faults[Code];

	constructor(
		readonly code: Code,
		...data: Faults[Code] extends undefined ? [] : [Faults[Code]]
	) {
		super(data[0] === undefined ? code : `${code}: ${JSON.stringify(data[0])}`);
		this.data = data[0] as Faults[Code];
	}
}

/** A fault that was thrown elsewhere, from its code and data. */
export const faultFrom = (code: FaultCode, data: unknown): Fault =>
	new (Fault as new (code: FaultCode, data: unknown) => Fault)(code, data);

/** Whether something that was thrown is this fault; any fault where no code is given. */
export const isFault = <Code extends FaultCode>(error: unknown, code?: Code): error is Fault<Code> =>
	error instanceof Fault && (code === undefined || error.code === code);
