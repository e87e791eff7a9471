/** Places the labels of right-angled lines of a sheet where nothing lies on them. */
import { overlaps, type Box, type Point } from '../../geometry/box';
import { labelSpot } from '../../link/label-spots';
import { crosses, type Path } from '../../link/polyline';
import { isEmpty, plainText } from '../../text/rich';
import { labelSize } from '../kinds/connector';
import type { ObjectOf } from '../objects';

/** A line with the path that it takes. */
export interface LabelledLine {
	connector: ObjectOf<'connector'>;
	path: Path;
	isExit: boolean;
}

/** Labels times lines beyond which each label stands where it usually would: a few ms. */
const MOST = 100_000;

/**
 * Upper left corners of labels by line. They depend on nothing but where the lines run and what
 * stands on the sheet, so they are the same on every screen.
 * @param boxesIn what stands in a box, lines left aside
 */
export function placeLabels(
	lines: readonly LabelledLine[],
	boxesIn: (area: Box) => readonly Box[],
): Map<string, Point> {
	const labelled = lines.filter(({ connector }) => !isEmpty(connector.text));
	if (labelled.length * lines.length > MOST) return new Map();
	const spans = lines.map(({ path }) => {
		const [xs, ys] = [path.map(({ x }) => x), path.map(({ y }) => y)];
		return { x: Math.min(...xs), y: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
	});
	return new Map(
		labelled.map((line): [string, Point] => {
			const { connector, path, isExit } = line;
			const isFree = (label: Box): boolean => {
				const isUnderLine = lines.some((other, i) => {
					const span = spans[i]!;
					const isNear =
						span.x < label.x + label.w &&
						span.right > label.x &&
						span.y < label.y + label.h &&
						span.bottom > label.y;
					return isNear && isCrossed(other.path, label);
				});
				return !isUnderLine && !boxesIn(label).some((box) => overlaps(box, label));
			};
			return [connector.id, labelSpot(path, labelSize(plainText(connector.text)), isExit, isFree)];
		}),
	);
}

const isCrossed = (path: Path, box: Box): boolean =>
	path.some((p, i) => i > 0 && crosses(path[i - 1]!, p, box));
