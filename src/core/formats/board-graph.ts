/** A board as a graph: what is linked to what, by lines or in maps. Fields are clusters. */
import { directedEnds } from '../board/flows';
import { stepTypeOf } from '../board/flow-shapes';
import { isConnector } from '../board/kinds/guards';
import { isContainer } from '../board/kinds/traits';
import type { BoardObject } from '../board/objects';
import { wordsOf } from '../board/words';
import type { Flow, FlowLink, FlowStep } from '../flow/flow';
import { writeDot } from '../flow/formats/dot';
import { writeGraphml } from '../flow/formats/graphml';
import { plainText } from '../text/rich';
import { chosenObjects } from './chosen';
import type { ExportedFile, ExportInput } from './exports';
import { textFile } from './text-file';

/**
 * Everything that says something or is linked, as nodes; lines that lead from one of them to
 * another, in the way that their tips say, and branches of maps, as edges.
 */
export function boardGraph(input: ExportInput): Flow {
	const { model } = input;
	const objects = chosenObjects(input).filter(
		({ sheet }) => input.sheet === undefined || sheet === input.sheet,
	);
	const known = new Map(objects.map((object) => [object.id, object]));
	const lines = objects.filter(isConnector).flatMap((line): FlowLink[] => {
		const [from, to] = directedEnds(line).map((end) => ('object' in end ? end.object : undefined));
		if (from === undefined || to === undefined || !known.has(from) || !known.has(to)) return [];
		return [{ id: line.id, from, to, name: plainText(line.text).trim(), share: line.share }];
	});
	const branches = objects.flatMap(({ id }): FlowLink[] => {
		const parent = model.maps.parentOf(id);
		return parent !== undefined && known.has(parent)
			? [{ id: `branch ${id}`, from: parent, to: id, name: '' }]
			: [];
	});
	const links = [...lines, ...branches];
	const linked = new Set(links.flatMap(({ from, to }) => [from, to]));
	const isNode = (object: BoardObject): boolean =>
		linked.has(object.id) || (!isContainer(object) && !isConnector(object) && wordsOf(object).trim() !== '');
	const steps = objects.filter(isNode).map((object): FlowStep => {
		const field = model.fieldOf(object);
		const { minutes, cost, who } = object.work ?? {};
		return {
			id: object.id,
			name: wordsOf(object),
			type: stepTypeOf(object),
			minutes,
			cost,
			who,
			lane: (field && plainText(field.text).trim()) || undefined,
		};
	});
	return { steps, links };
}

export const graphmlFile = async (input: ExportInput): Promise<ExportedFile> =>
	textFile(writeGraphml(boardGraph(input)));
export const dotFile = async (input: ExportInput): Promise<ExportedFile> =>
	textFile(writeDot(boardGraph(input)));
