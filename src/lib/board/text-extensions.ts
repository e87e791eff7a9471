/** What texts on the board are made of, for the editor and for reading what is pasted. */
import Bold from '@tiptap/extension-bold';
import Document from '@tiptap/extension-document';
import HardBreak from '@tiptap/extension-hard-break';
import Italic from '@tiptap/extension-italic';
import Link from '@tiptap/extension-link';
import { BulletList, ListItem, OrderedList, TaskItem, TaskList } from '@tiptap/extension-list';
import Paragraph from '@tiptap/extension-paragraph';
import Strike from '@tiptap/extension-strike';
import Text from '@tiptap/extension-text';
import Underline from '@tiptap/extension-underline';
import { isSafeLink } from '$core/text/rich';
import { Ink } from './ink-mark';

export const TEXT_EXTENSIONS = [
	Document,
	Paragraph,
	Text,
	Bold,
	Italic,
	Underline,
	Strike,
	Ink,
	HardBreak,
	BulletList,
	OrderedList,
	ListItem,
	TaskList,
	TaskItem.configure({ nested: true }),
	Link.configure({ openOnClick: false, autolink: true, isAllowedUri: (url) => isSafeLink(url) }),
];
