/** What a report is made of, for its editor. */
import Bold from '@tiptap/extension-bold';
import Document from '@tiptap/extension-document';
import HardBreak from '@tiptap/extension-hard-break';
import Heading from '@tiptap/extension-heading';
import Image from '@tiptap/extension-image';
import Italic from '@tiptap/extension-italic';
import { BulletList, ListItem, OrderedList } from '@tiptap/extension-list';
import Paragraph from '@tiptap/extension-paragraph';
import Text from '@tiptap/extension-text';
import { UndoRedo } from '@tiptap/extensions';

export const REPORT_EXTENSIONS = [
	Document,
	Paragraph,
	Text,
	Bold,
	Italic,
	HardBreak,
	Heading.configure({ levels: [1, 2, 3] }),
	BulletList,
	OrderedList,
	ListItem,
	Image,
	UndoRedo,
];
