/**
 * Drawings as SVG (W3C, SVG 1.1). Text stands as text, set line by line where the layout put it, with the
 * shipped fonts embedded; or as outlines, for renderers that have no fonts.
 */
import type { GroundPicture } from '../board/ground';
import type { Drawing, Paint, Primitive } from '../board/drawing';
import type { Box } from '../geometry/box';
import { FAMILY_NAMES, type Face } from '../text/fonts';

/** A part of a line as SVG path data at 1 em, its baseline at 0, and where it begins, em. */
export interface TextOutline {
	x: number;
	d: string;
}

export interface SvgOptions {
	/** What the picture shows, in board units. */
	view: Box;
	/** Ground behind everything; left clear when not given. */
	ground?: string;
	/** A picture laid side by side over the ground, under a veil of the ground's colour. */
	backdrop?: GroundPicture | undefined;
	title: string;
	/** Style sheet with the fonts as data, put into the file. */
	fontCss?: string;
	/** When given, text is drawn with these outlines. */
	outline?: (text: string, face: Face) => TextOutline[];
	/** Pictures as data, by file; those that are missing are left out. */
	images?: ReadonlyMap<string, string>;
	/** Pixels a board unit in width and height of the file. */
	scale?: number;
}

const ENTITIES: Record<string, string> = {
	'&': '&amp;',
	'<': '&lt;',
	'>': '&gt;',
	'"': '&quot;',
	"'": '&#39;',
};

/** Text for use in XML; characters that XML does not allow are dropped. */
export const escapeXml = (text: string): string =>
	text
		// eslint-disable-next-line no-control-regex
		.replace(/[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g, '')
		.replace(/[&<>"']/g, (sign) => ENTITIES[sign]!);

/** A number as short as it can be at a hundredth of a unit. */
const n = (value: number): string => String(Math.round(value * 100) / 100);

/** The same where a rounding would shift all of a picture. */
const exact = (value: number): string => String(Math.round(value * 1e6) / 1e6);

/** Colours with an alpha part are split, for older renderers. */
function colour(name: 'fill' | 'stroke', value: string | undefined): string {
	if (value === undefined) return name === 'fill' ? ' fill="none"' : '';
	if (value.length === 9) {
		const alpha = parseInt(value.slice(7), 16) / 255;
		return ` ${name}="${value.slice(0, 7)}" ${name}-opacity="${n(alpha)}"`;
	}
	return ` ${name}="${value}"`;
}

function paint(item: Paint): string {
	let out = colour('fill', item.fill) + colour('stroke', item.stroke);
	if (item.stroke)
		out += ` stroke-width="${n(item.width ?? 1)}" stroke-linejoin="round" stroke-linecap="round"`;
	if (item.dash) out += ` stroke-dasharray="${item.dash.map(n).join(' ')}"`;
	return out;
}

/** Path data of a chain of cubic curves. */
function curveData(points: readonly (readonly [number, number])[]): string {
	let d = '';
	points.forEach(([x, y], i) => {
		d += `${i === 0 ? 'M' : i % 3 === 1 ? 'C' : ' '}${n(x)} ${n(y)}`;
	});
	return d;
}

function element(item: Primitive, options: SvgOptions): string {
	switch (item.type) {
		case 'rect':
			return `<rect x="${n(item.x)}" y="${n(item.y)}" width="${n(item.w)}" height="${n(item.h)}"${item.r ? ` rx="${n(item.r)}"` : ''}${paint(item)}/>`;
		case 'ellipse':
			return `<ellipse cx="${n(item.cx)}" cy="${n(item.cy)}" rx="${n(item.rx)}" ry="${n(item.ry)}"${paint(item)}/>`;
		case 'path': {
			const d =
				item.points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${n(x)} ${n(y)}`).join('') +
				(item.closed ? 'Z' : '');
			return `<path d="${d}"${paint(item)}/>`;
		}
		case 'curve':
			return `<path d="${curveData(item.points)}${item.closed ? 'Z' : ''}"${paint(item)}/>`;
		case 'glyph': {
			const scale = Math.round(item.scale * 1e5) / 1e5;
			return `<path transform="translate(${n(item.x)} ${n(item.y)}) scale(${scale})" d="${escapeXml(item.d)}"${paint(item)}/>`;
		}
		case 'image':
			return image(item, options);
		case 'text': {
			if (options.outline) {
				const size = Math.round(item.size * 1000) / 1000;
				const fill = colour('fill', item.fill);
				return options
					.outline(item.text, item.face)
					.map(({ x, d }) =>
						d === ''
							? ''
							: `<path transform="translate(${n(item.x + x * item.size)} ${n(item.y)}) scale(${size})" d="${d}"${fill}/>`,
					)
					.join('');
			}
			const style =
				(item.face.bold ? ' font-weight="700"' : '') + (item.face.italic ? ' font-style="italic"' : '');
			const text = `<text x="${n(item.x)}" y="${n(item.y)}" font-size="${n(item.size)}" font-family="'${FAMILY_NAMES[item.face.family]}', sans-serif"${style}${colour('fill', item.fill)} xml:space="preserve">${escapeXml(item.text)}</text>`;
			return item.link ? `<a href="${escapeXml(item.link)}">${text}</a>` : text;
		}
	}
}

/** A picture; a cropped one as a window on the whole. */
function image(item: Extract<Primitive, { type: 'image' }>, options: SvgOptions): string {
	const href = options.images?.get(item.file);
	const [cx, cy, cw, ch] = item.crop;
	const [nw, nh] = item.natural;
	const place = `x="${n(item.x)}" y="${n(item.y)}" width="${n(item.w)}" height="${n(item.h)}"`;
	if (!href) return `<rect ${place} fill="#808080" fill-opacity="0.3"/>`;
	const window = `${n(cx * nw)} ${n(cy * nh)} ${n(cw * nw)} ${n(ch * nh)}`;
	return `<svg ${place} viewBox="${window}" preserveAspectRatio="none"><image width="${n(nw)}" height="${n(nh)}" preserveAspectRatio="none" href="${href}"/></svg>`;
}

/** One object as a group, moved and turned as it stands on the board. */
function group({ box, items }: Drawing, options: SvgOptions): string {
	const body = items.map((item) => element(item, options)).join('');
	if (body === '') return '';
	let transform = box.x || box.y ? `translate(${n(box.x)} ${n(box.y)})` : '';
	if (box.angle) transform += ` rotate(${n(box.angle)} ${n(box.w / 2)} ${n(box.h / 2)})`;
	return `<g${transform ? ` transform="${transform.trim()}"` : ''}>${body}</g>`;
}

/** The picture on the ground, as a pattern that begins at the origin of the board. */
function backdropOf({ backdrop, images, view, ground }: SvgOptions): string {
	const href = backdrop && images?.get(backdrop.file);
	if (!backdrop || !href || !ground) return '';
	const { w, h, veil } = backdrop;
	const room = `x="${n(view.x)}" y="${n(view.y)}" width="${n(view.w)}" height="${n(view.h)}"`;
	return (
		`<defs><pattern id="ground" patternUnits="userSpaceOnUse" width="${n(w)}" height="${n(h)}">` +
		`<image width="${n(w)}" height="${n(h)}" preserveAspectRatio="none" href="${href}"/></pattern></defs>` +
		`<rect ${room} fill="url(#ground)"/><rect ${room} fill="${ground}" fill-opacity="${n(veil)}"/>`
	);
}

/** A whole picture. Drawings are painted in the given order. */
export function svgOf(drawings: readonly Drawing[], options: SvgOptions): string {
	const { view, ground, title, scale = 1 } = options;
	const parts = [
		`<svg xmlns="http://www.w3.org/2000/svg" width="${n(view.w * scale)}" height="${n(view.h * scale)}" viewBox="${[view.x, view.y, view.w, view.h].map(exact).join(' ')}">`,
		`<title>${escapeXml(title)}</title>`,
	];
	if (options.fontCss && !options.outline) parts.push(`<defs><style>${options.fontCss}</style></defs>`);
	if (ground)
		parts.push(
			`<rect x="${n(view.x)}" y="${n(view.y)}" width="${n(view.w)}" height="${n(view.h)}" fill="${ground}"/>`,
		);
	parts.push(backdropOf(options));
	for (const drawing of drawings) parts.push(group(drawing, options));
	parts.push('</svg>');
	return parts.filter((part) => part !== '').join('\n') + '\n';
}
