/** The font faces of the page's style sheets, for a worker: it has no style sheets of its own. */
import { FAMILY_NAMES } from '$core/text/fonts';
import type { FaceSource } from './protocol';

export function faceSources(): FaceSource[] {
	const wanted = new Set<string>(Object.values(FAMILY_NAMES));
	return [...document.styleSheets].flatMap((sheet) => facesIn(sheet, sheet.href ?? location.href, wanted));
}

function facesIn(sheet: CSSStyleSheet, base: string, wanted: ReadonlySet<string>): FaceSource[] {
	return [...sheet.cssRules].flatMap((rule): FaceSource[] => {
		if (rule instanceof CSSImportRule && rule.styleSheet) {
			return facesIn(rule.styleSheet, rule.styleSheet.href ?? base, wanted);
		}
		if (!(rule instanceof CSSFontFaceRule)) return [];
		const value = (name: string): string => rule.style.getPropertyValue(name);
		const family = value('font-family').replace(/^["']|["']$/g, '');
		if (!wanted.has(family)) return [];
		const source = value('src').replace(
			/url\((["']?)([^"')]+)\1\)/g,
			(_, __, url: string) => `url("${new URL(url, base).href}")`,
		);
		return [
			{
				family,
				source,
				weight: value('font-weight') || '400',
				style: value('font-style') || 'normal',
				range: value('unicode-range') || 'U+0-10FFFF',
			},
		];
	});
}
