/** The colour by which an object is known in small pictures; undefined for what is not shown in them. */
import { chalkOn, pigmentColours, type Surface } from './colours';
import type { BoardObject } from './objects';

export function colourOf(object: BoardObject, surface: Surface): string | undefined {
	if (object.kind === 'connector' || object.kind === 'group') return undefined;
	if (object.kind === 'picture') return '#80808099';
	if (object.kind === 'note') return pigmentColours(object.style.pigment).ground;
	const { style } = object;
	if ('fill' in style && style.fill !== undefined && style.fill !== 'none')
		return pigmentColours(style.fill).ground;
	const alpha = object.kind === 'shape' ? '60' : object.kind === 'text' ? '50' : '22';
	return chalkOn(style.chalk, surface) + alpha;
}
