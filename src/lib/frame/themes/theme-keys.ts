/**
 * Keys by which notes are put into themes: a digit for the first nine, and a letter of the name.
 */
export interface ThemeKey {
	name: string;
	/** `1` to `9`; none beyond. */
	digit: string | undefined;
	/** In lower case; none where all letters are taken. */
	letter: string | undefined;
}

/** As it is shown beside the theme. */
export const keysLabel = ({ digit, letter }: ThemeKey): string =>
	[digit, letter?.toUpperCase()].filter(Boolean).join(' ');

/** The theme that a key stands for. */
export const themeForKey = <T extends ThemeKey>(themes: readonly T[], key: string): T | undefined =>
	themes.find(({ digit, letter }) => digit === key || letter === key);

/** Letters that do something else while notes are dealt. */
const TAKEN = ['n', 't'];
const ALPHABET = 'abcdefghijklmnopqrstuvwxyz';

/** Keys of themes in their order: letters of the name first, the first that is free. */
export function themeKeys(names: readonly string[]): ThemeKey[] {
	const taken = new Set(TAKEN);
	return names.map((name, i) => {
		const own = name
			.normalize('NFD')
			.toLowerCase()
			.split('')
			.filter((each) => ALPHABET.includes(each));
		const letter = [...own, ...ALPHABET].find((each) => !taken.has(each));
		if (letter) taken.add(letter);
		return { name, digit: i < 9 ? String(i + 1) : undefined, letter };
	});
}
