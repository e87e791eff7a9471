/** A report as a document: headings, paragraphs, lists and pictures, as the text editor keeps them. */
import { z } from 'zod';

const markSchema = z.discriminatedUnion('type', [
	z.object({ type: z.literal('bold') }),
	z.object({ type: z.literal('italic') }),
]);
const textSchema = z.object({
	type: z.literal('text'),
	text: z.string().min(1).max(20_000),
	marks: z.array(markSchema).max(4).optional(),
});
const breakSchema = z.object({ type: z.literal('hardBreak') });
const inline = z.array(z.discriminatedUnion('type', [textSchema, breakSchema])).max(2000);
export type Inline = z.infer<typeof inline>[number];

const paragraph = z.object({ type: z.literal('paragraph'), content: inline.optional() });
const heading = z.object({
	type: z.literal('heading'),
	attrs: z.object({ level: z.union([z.literal(1), z.literal(2), z.literal(3)]) }),
	content: inline.optional(),
});
/** A picture of a field, made when it is looked at. */
const image = z.object({
	type: z.literal('image'),
	attrs: z.object({
		src: z.string().max(400),
		alt: z.string().max(400).nullish(),
		title: z.string().max(400).nullish(),
	}),
});

export interface ListItem {
	type: 'listItem';
	content: (z.infer<typeof paragraph> | List)[];
}
export interface List {
	type: 'bulletList' | 'orderedList';
	attrs?: Record<string, unknown> | undefined;
	content: ListItem[];
}
const list: z.ZodType<List> = z.lazy(() =>
	z.object({
		type: z.enum(['bulletList', 'orderedList']),
		attrs: z.record(z.string().max(40), z.union([z.string().max(40), z.number(), z.null()])).optional(),
		content: z
			.array(z.object({ type: z.literal('listItem'), content: z.array(z.union([paragraph, list])).max(200) }))
			.max(5000),
	}),
);

export const reportSchema = z.object({
	type: z.literal('doc'),
	content: z.array(z.union([heading, paragraph, image, list])).max(5000),
});
export type Report = z.infer<typeof reportSchema>;
export type Block = Report['content'][number];

// Making blocks.

export const words = (text: string, ...marks: ('bold' | 'italic')[]): Inline[] =>
	text === ''
		? []
		: text.split('\n').flatMap((line, i): Inline[] => [
				...(i > 0 ? [{ type: 'hardBreak' as const }] : []),
				...(line === ''
					? []
					: [
							{
								type: 'text' as const,
								text: line,
								...(marks.length > 0 ? { marks: marks.map((type) => ({ type })) } : {}),
							},
						]),
			]);

export const say = (...parts: (string | Inline[])[]): Extract<Block, { type: 'paragraph' }> => ({
	type: 'paragraph',
	content: parts.flatMap((part) => (typeof part === 'string' ? words(part) : part)),
});

export const head = (level: 1 | 2 | 3, text: string): Block => ({
	type: 'heading',
	attrs: { level },
	content: words(text),
});

export const listOf = (items: readonly (string | Inline[])[], isOrdered = false): List => ({
	type: isOrdered ? 'orderedList' : 'bulletList',
	content: items.map((item) => ({ type: 'listItem', content: [say(item)] })),
});

/** What stands in a run of words. */
export const plainOf = (content: readonly Inline[] | undefined): string =>
	(content ?? []).map((each) => (each.type === 'text' ? each.text : '\n')).join('');
