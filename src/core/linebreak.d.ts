declare module 'linebreak' {
	/** Finds break opportunities by Unicode Standard Annex #14. */
	export default class LineBreaker {
		constructor(text: string);
		/** The next opportunity: the offset it stands before; null at the end. */
		nextBreak(): { position: number; required: boolean } | null;
	}
}
