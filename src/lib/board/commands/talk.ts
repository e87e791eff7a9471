/** Commands for what people say and show to each other; they change nothing on the board. */
import { SIGNS } from '$core/live/presence';
import { m } from '$lib/messages';
import { SIGN_LOOKS } from '../../ui/signs';
import { putBackstage } from '../backstage';
import type { Command } from './command';

export const TALK_COMMANDS: Command[] = [
	{
		id: 'comment',
		label: () => m.command_comment(),
		keys: ['w'],
		section: 'object',
		when: (board) => board.room.may('talk'),
		run: (board) => {
			const [object] = board.selection;
			board.frame.comment({ object, at: object === undefined ? board.menuAt : undefined });
		},
	},
	{
		id: 'parking',
		label: () => m.command_parking(),
		keys: ['q'],
		section: 'board',
		run: (board) => board.frame.openInstrument('parking'),
	},
	{
		id: 'show',
		label: () => m.command_show(),
		keys: ['k'],
		section: 'board',
		when: (board) => board.room.leads && board.model.fields.size > 0,
		run: (board) => board.frame.startShow(),
	},
	{
		id: 'balance',
		label: () => m.balance(),
		keys: ['b'],
		section: 'board',
		when: (board) => board.room.leads,
		run: (board) => board.frame.openDialog('balance'),
	},
	{
		id: 'put backstage',
		label: () => m.command_backstage(),
		keys: ['h'],
		section: 'object',
		when: (board) => board.room.leads && board.selection.size > 0,
		run: (board) => putBackstage(board),
	},
	{
		id: 'vote',
		label: () => m.command_vote(),
		keys: ['v'],
		section: 'object',
		when: (board) => board.room.leads,
		run: (board) => board.frame.askVote(),
	},
	{
		id: 'talk',
		label: () => m.command_talk(),
		keys: ['Shift+w'],
		section: 'board',
		run: (board) => board.frame.readTalk(),
	},
	{
		id: 'next comment',
		label: () => m.comment_next(),
		keys: [']'],
		run: (board) => board.frame.readTalk(1),
	},
	{
		id: 'previous comment',
		label: () => m.comment_previous(),
		keys: ['['],
		run: (board) => board.frame.readTalk(-1),
	},
	{
		id: 'next new thing',
		label: () => m.command_news(),
		keys: ['u'],
		run: (board) => board.frame.readJournal(1),
	},
	{
		id: 'previous new thing',
		label: () => m.command_news_back(),
		keys: ['Shift+u'],
		run: (board) => board.frame.readJournal(-1),
	},
	{
		id: 'journal',
		label: () => m.command_journal(),
		keys: [],
		section: 'board',
		run: (board) => board.frame.readJournal(),
	},
	{
		id: 'aside',
		label: () => m.command_aside(),
		keys: ['i'],
		when: (board) => board.room.may('talk'),
		run: (board) => board.startAside(),
	},
	{
		id: 'pointer',
		label: () => m.command_tool({ tool: m.tool_pointer() }),
		keys: ['o'],
		run: (board) => board.takeUp('pointer'),
	},
	...SIGNS.map((sign, i): Command => ({
		id: `sign ${sign}`,
		label: () => m.command_sign({ sign: SIGN_LOOKS[sign].label() }),
		keys: [`Alt+Digit${i + 1}`],
		quiet: i > 0,
		when: (board) => board.room.may('talk'),
		run: (board) => board.room.company.sign(sign),
	})),
	{
		id: 'stop following',
		label: () => m.follow_stop(),
		keys: [],
		when: (board) => board.following.target !== undefined,
		run: (board) => board.following.stop(),
	},
];
