/**
 * Names of writers that stand in files. Nobody on a board is meant by them, so they get ids of their
 * own, which no person has and which begin with this; it stands for all of them.
 */
export const FILE_WRITERS = 'file:';

/** Who wrote a note, by a name in a file. */
export const fileWriter = (name: string): [id: string, name: string] => [
	`${FILE_WRITERS}${name.slice(0, 50)}`,
	name.slice(0, 80),
];

export const isFileWriter = (id: string): boolean => id.startsWith(FILE_WRITERS);
