/** Finding commands by what people call them. */
import type { Board } from '../board.svelte';
import { plainForm, wordsIn } from '$core/text/search';
import { COMMANDS, isOffered, type Command } from '.';
import { synonymsOf } from './synonyms';

/**
 * How well a word fits a command: 3 begins its label, 2 begins a word of it, 1 a synonym; 0 not.
 */
function fitOf(word: string, label: string, synonyms: string): number {
	if (label.startsWith(word)) return 3;
	if (label.split(/\s+/).some((each) => each.startsWith(word))) return 2.5;
	if (label.includes(word)) return 2;
	return synonyms.split(' ').some((each) => each.startsWith(word)) ? 1 : 0;
}

/**
 * Commands that can do something now and have all the words in their labels or synonyms, the best
 * first. Without words, what fits the selection comes first.
 */
export function findCommands(board: Board, words: string, most: number): Command[] {
	const wanted = wordsIn(words);
	const seen = new Set<string>();
	const hasSelection = board.selection.size > 0;
	return COMMANDS.filter((command) => command.id !== 'palette' && isOffered(command, board))
		.flatMap((command, order) => {
			const label = plainForm(command.label());
			if (seen.has(label)) return [];
			seen.add(label);
			const synonyms = plainForm(synonymsOf(command.id));
			const fits = wanted.map((word) => fitOf(word, label, synonyms));
			if (fits.includes(0)) return [];
			// What needs a selection is meant for it.
			const isForSelection = hasSelection && command.when !== undefined && command.edits !== undefined;
			const fit = fits.reduce((sum, each) => sum + each, 0) + (isForSelection ? 0.75 : 0);
			return [{ command, fit, order }];
		})
		.sort((a, b) => b.fit - a.fit || a.order - b.order)
		.map(({ command }) => command)
		.slice(0, most);
}
