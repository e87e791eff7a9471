/**
 * Drawings (SVG) cleaned of everything that could run or fetch: only elements and attributes of the
 * standard that draw are let through.
 */
import { Parser } from 'htmlparser2';
import sanitizeHtml from 'sanitize-html';
import { svgElementAttributes } from 'svg-element-attributes';
import { svgTagNames } from 'svg-tag-names';

/** Elements that run, link, fetch, move, or hold something else than a drawing. */
const REFUSED = new Set([
	'a',
	'animate',
	'animateColor',
	'animateMotion',
	'animateTransform',
	'animation',
	'audio',
	'canvas',
	'discard',
	'embed',
	'foreignObject',
	'handler',
	'iframe',
	'listener',
	'object',
	'script',
	'set',
	'style',
	'unknown',
	'use',
	'video',
]);

/**
 * What a drawing may refer to: parts of itself, and pictures in it. Nothing is fetched from
 * anywhere.
 */
const OWN = /^(#|data:image\/(png|jpeg|gif|webp);base64,)/i;

const allowedAttributes = Object.fromEntries(
	Object.entries(svgElementAttributes).map(([name, attributes]) => [
		name,
		attributes.filter((attribute) => !/^(xml:)?on|^(xml:)?base$/i.test(attribute)),
	]),
);

function isHarmless(name: string, value: string): boolean {
	if (/(^|:)(href|src)$/i.test(name)) return OWN.test(value.trim());
	// A backslash may spell url() so that it is not seen.
	return !/\\/.test(value) && !/url\s*\((?!\s*["']?#)/i.test(value);
}

const OPTIONS: sanitizeHtml.IOptions = {
	allowedTags: svgTagNames.filter((name) => !REFUSED.has(name)),
	allowedAttributes: {
		...allowedAttributes,
		'*': [
			...allowedAttributes['*']!,
			'xmlns',
			'xmlns:*',
			'xlink:href',
			'xml:space',
			'data-*',
			'aria-*',
			'role',
		],
		svg: [...allowedAttributes['svg']!, 'viewBox', 'preserveAspectRatio', 'width', 'height', 'x', 'y'],
	},
	allowedSchemes: ['data'],
	nonBooleanAttributes: [],
	nonTextTags: ['script', 'style', 'foreignObject'],
	parser: { xmlMode: true, lowerCaseTags: false, lowerCaseAttributeNames: false },
	parseStyleAttributes: false,
	transformTags: {
		'*': (tagName, attribs) => ({
			tagName,
			attribs: Object.fromEntries(Object.entries(attribs).filter(([name, value]) => isHarmless(name, value))),
		}),
	},
};

/** The drawing without what could run or fetch; empty where there is none in it. */
export const cleanDrawing = (source: string): string => sanitizeHtml(drawingIn(source), OPTIONS).trim();

/**
 * What stands before the drawing itself declares its type or its words; nothing of it is needed.
 */
const drawingIn = (source: string): string => source.slice(Math.max(0, source.search(/<svg[\s>]/i)));

/** Whether a drawing is already clean, however it is written down. */
export function isCleanDrawing(source: string): boolean {
	return elementsOf(drawingIn(source)) === elementsOf(cleanDrawing(source));
}

/** The elements, attributes and words of a drawing, in their order. */
function elementsOf(source: string): string {
	const elements: unknown[] = [];
	let words = '';
	const flush = (): void => {
		if (words.trim() !== '') elements.push(words.trim());
		words = '';
	};
	const parser = new Parser(
		{
			onopentag: (name, attributes) => (flush(), elements.push([name, Object.entries(attributes).sort()])),
			onclosetag: () => (flush(), elements.push(0)),
			ontext: (text) => (words += text),
		},
		{ xmlMode: true },
	);
	parser.end(source);
	flush();
	return JSON.stringify(elements);
}
