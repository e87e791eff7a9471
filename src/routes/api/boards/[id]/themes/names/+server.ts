import { isTheme } from '$core/board/kinds/guards';
import { readThemeNames } from '$core/contract/themes';
import { plainText } from '$core/text/rich';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';

export const GET = handle(readThemeNames, async ({ person, params: { id } }) => {
	await requireRight(id, person.id, 'enter');
	const names = await live().read(id, (model) =>
		[...model.objects.values()].filter(isTheme).map(({ text }) => plainText(text).trim()),
	);
	return { names: [...new Set(names)].filter((name) => name !== '') };
});
