/** Commands for what lies round the board: instruments, dialogs, sheets, the report. */
import { m } from '$lib/messages';
import { insertSheet } from '../sheets';
import type { InstrumentName } from '../frame';
import type { Command } from './command';

const opening = (name: InstrumentName, label: () => string): Command => ({
	id: name,
	label,
	keys: [],
	run: (board) => board.frame.openInstrument(name),
});

export const FRAME_COMMANDS: Command[] = [
	opening('run sheet', () => m.run_sheet()),
	opening('themes', () => m.themes()),
	opening('votes', () => m.votes()),
	opening('people', () => m.people()),
	{
		id: 'new sheet',
		label: () => m.add_sheet(),
		keys: [],
		edits: true,
		run: (board) => insertSheet(board),
	},
	{
		id: 'report',
		label: () => m.make_report(),
		keys: [],
		section: 'board',
		when: (board) => board.room.may('export') && (board.room.leads || board.room.plan.done),
		run: (board) => board.frame.openReport(),
	},
	{
		id: 'palette',
		label: () => m.command_palette(),
		keys: ['$mod+k'],
		run: (board) => board.frame.openDialog('palette'),
	},
	{
		id: 'keys',
		label: () => m.keys(),
		keys: ['Shift+?', '?'],
		section: 'board',
		run: (board) => board.frame.openDialog('keys'),
	},
	{
		id: 'export',
		label: () => m.take_out_title(),
		keys: [],
		section: 'board',
		when: (board) => board.room.may('export'),
		run: (board) => board.frame.openDialog('export'),
	},
	{
		id: 'invite',
		label: () => m.invite(),
		keys: [],
		section: 'board',
		when: (board) => board.room.may('share'),
		run: (board) => board.frame.openDialog('invite'),
	},
];
