/** Words in a chalk colour of their own, as the text editor holds them. */
import { chalkOn } from '$core/board/colours';
import { Mark, mergeAttributes } from '@tiptap/core';

export const Ink = Mark.create({
	name: 'ink',
	addAttributes: () => ({
		chalk: {
			default: 'white',
			parseHTML: (element: HTMLElement) => element.dataset['chalk'] ?? 'white',
			renderHTML: ({ chalk }: { chalk: string }) => ({ 'data-chalk': chalk }),
		},
	}),
	parseHTML: () => [{ tag: 'span[data-chalk]' }],
	renderHTML({ HTMLAttributes, mark }) {
		// The editor does not know its ground; the darker value reads on all papers and well enough on slate.
		const style = `color:${chalkOn(String(mark.attrs['chalk']), 'linen')}`;
		return ['span', mergeAttributes(HTMLAttributes, { style }), 0];
	},
});
