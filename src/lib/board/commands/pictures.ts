/** Commands on pictures and other files. */
import { isPicture } from '$core/board/kinds/guards';
import { restack } from '$core/board/ops/stacking';
import { lockObjects } from '$core/board/ops/groups';
import { m } from '$lib/messages';
import type { Board } from '../board.svelte';
import { addPictures, choosePictureFiles, isCropped, replacePicture, uncrop } from '../pictures';
import { chooseIncoming } from '../take-files';
import type { Command } from './command';

const mayCrop = (board: Board): boolean =>
	board.selected.length === 1 && isPicture(board.selected[0]!) && !board.selected[0]!.lock;

export const PICTURE_COMMANDS: Command[] = [
	{
		id: 'picture',
		label: () => m.command_picture(),
		keys: ['p'],
		edits: true,
		section: 'put',
		async run(board) {
			const at = board.menuAt ?? board.middle;
			const files = await choosePictureFiles(true);
			if (files.length > 0) await addPictures(board, files, at);
		},
	},
	{
		id: 'files',
		label: () => m.incoming_command(),
		keys: [],
		edits: true,
		run: chooseIncoming,
	},
	{
		id: 'camera',
		label: () => m.command_camera(),
		keys: [],
		edits: true,
		section: 'put',
		run: (board) => board.frame.openDialog('camera'),
	},
	{
		id: 'crop',
		label: () => m.command_crop(),
		keys: ['c'],
		edits: true,
		section: 'object',
		when: mayCrop,
		run: (board) => board.startCropping(),
	},
	{
		id: 'uncrop',
		label: () => m.command_uncrop(),
		keys: [],
		edits: true,
		section: 'object',
		when: (board) => mayCrop(board) && isCropped(board),
		run: uncrop,
	},
	{
		id: 'replace picture',
		label: () => m.command_replace(),
		keys: [],
		edits: true,
		section: 'object',
		when: mayCrop,
		run: replacePicture,
	},
	{
		id: 'background',
		label: () => m.command_background(),
		keys: [],
		edits: true,
		section: 'object',
		when: mayCrop,
		run: (board) =>
			board.oneStep(() => {
				restack(board.room.editContext, board.model, board.selection, 'back');
				lockObjects(board.room.editContext, board.model, board.selection, 'own');
			}),
	},
];
