/**
 * Boxes that follow from other objects: of a group from its members, of a holder from what lies in it, of what
 * lies in a holder from its order there, of a branch from its map. They are worked out on every
 * screen and never written.
 */
import { isConnector, isGroup, isMark } from '../kinds/guards';
import { unionOf } from '../../geometry/box';
import type { SceneContext } from '../drawing';
import { isLaidOut, takesCards } from '../holders/forms';
import { cardBox, layOut, type Card } from '../holders/layout';
import { boundsOfObject } from '../kinds';
import { stuckBox } from './stuck';
import type { BoardObject, BoxValues } from '../objects';
import { Maps } from './maps';
import { SetsByKey } from './sets-by-key';

const isSame = (a: BoxValues, b: BoxValues): boolean => a.every((value, i) => value === b[i]);

export class DerivedLayout {
	private readonly members = new SetsByKey();
	private readonly cards = new SetsByKey();
	private readonly marks = new SetsByKey();
	private readonly sorted = new SetsByKey();
	readonly maps: Maps;

	constructor(
		private readonly objects: Map<string, BoardObject>,
		private readonly routeOf: SceneContext['routeOf'],
	) {
		this.maps = new Maps(objects);
	}

	track(object: BoardObject): void {
		this.maps.track(object);
		if (object.group) this.members.add(object.group, object.id);
		if (object.held) this.cards.add(object.held.in, object.id);
		if (isMark(object) && object.on) this.marks.add(object.on.to, object.id);
		if (object.theme) this.sorted.add(object.theme, object.id);
	}

	forget(object: BoardObject): void {
		this.maps.forget(object);
		if (object.group) this.members.delete(object.group, object.id);
		if (object.held) this.cards.delete(object.held.in, object.id);
		if (isMark(object) && object.on) this.marks.delete(object.on.to, object.id);
		if (object.theme) this.sorted.delete(object.theme, object.id);
	}

	membersOf(group: string): string[] {
		return [...this.members.of(group)];
	}

	/** All that says it was sorted into a theme, on whatever sheet. */
	sortedInto(theme: string): string[] {
		return [...this.sorted.of(theme)];
	}

	/** Notes of its sheet that were sorted into a theme. */
	notesOf({ id, sheet }: BoardObject): string[] {
		return this.sortedInto(id).filter((note) => this.objects.get(note)?.sheet === sheet);
	}

	/** All that says it lies in something, hangs on it or sticks to it, be that there or not. */
	of(id: string): string[] {
		return [...this.cards.of(id), ...this.marks.of(id), ...this.maps.referringTo(id)];
	}

	/** Marks that stick to an object of their sheet. */
	marksOn(id: string): string[] {
		const sheet = this.objects.get(id)?.sheet;
		return [...this.marks.of(id)].filter((mark) => this.objects.get(mark)?.sheet === sheet);
	}

	/** What lies in a holder, in no particular order. */
	cardsOf(holder: string): BoardObject[] {
		const object = this.objects.get(holder);
		if (!object || !takesCards(object)) return [];
		return [...this.cards.of(holder)]
			.flatMap((id) => this.objects.get(id) ?? [])
			.filter((card) => card.sheet === object.sheet);
	}

	/** Where what lies in a holder would be if the holder had another box. */
	cardBoxes(id: string, set: BoxValues): Map<string, BoxValues> {
		const holder = this.objects.get(id);
		const boxes = new Map<string, BoxValues>();
		const cards = this.cardsOf(id);
		if (!holder || cards.length === 0) return boxes;
		const { laid, places } = layOut(holder, set, cards.map(asCard));
		const box: BoxValues = [set[0], set[1], laid.w, laid.h, set[4]];
		for (const card of cards) {
			const place = places.get(card.id);
			if (place) boxes.set(card.id, cardBox(box, place, { w: card.box[2], h: card.box[3] }));
		}
		return boxes;
	}

	/** Fits everything, as after loading. */
	updateAll(): void {
		for (const object of this.objects.values()) if (isLaidOut(object)) this.fitHolder(object, () => {});
		this.maps.updateAll();
		for (const object of this.objects.values()) if (isMark(object)) this.fitMark(object);
		this.fitGroups(
			new Set([...this.objects.values()].flatMap(({ id, kind }) => (isGroup({ kind }) ? id : []))),
		);
	}

	/** Fits those that are touched by changes of `ids`, and calls back for each that is different then. */
	update(ids: Iterable<string>, before: ReadonlyMap<string, BoardObject>, moved: (id: string) => void): void {
		const groups = new Set<string>();
		const holders = new Set<string>();
		const look = (object: BoardObject | undefined): void => {
			if (!object) return;
			if (object.group) groups.add(object.group);
			if (object.held) holders.add(object.held.in);
			if (isGroup(object)) groups.add(object.id);
			if (isLaidOut(object)) holders.add(object.id);
		};
		const touched = new Set(ids);
		const note = (id: string): void => {
			moved(id);
			touched.add(id);
			const group = this.objects.get(id)?.group;
			if (group) groups.add(group);
		};
		for (const id of ids) {
			look(before.get(id));
			look(this.objects.get(id));
		}
		for (const id of holders) {
			const holder = this.objects.get(id);
			if (!holder || !isLaidOut(holder)) continue;
			this.fitHolder(holder, note);
		}
		this.maps.update(touched, before, note);
		for (const id of [...touched]) {
			for (const mark of [...this.marks.of(id), id]) if (this.fitMark(this.objects.get(mark))) note(mark);
		}
		this.fitGroups(groups, moved);
	}

	/** Fits groups; the ones that those lie in as well, after them, also when they were fitted before. */
	private fitGroups(groups: Set<string>, moved: (id: string) => void = () => {}): void {
		for (const id of groups) {
			groups.delete(id);
			const group = this.objects.get(id);
			if (!isGroup(group) || !this.fitGroup(group)) continue;
			moved(id);
			if (group.group) groups.add(group.group);
		}
	}

	/** Lays a holder out, and puts what lies in it in its place. */
	private fitHolder(holder: BoardObject, moved: (id: string) => void): void {
		const cards = this.cardsOf(holder.id);
		const { laid, places } = layOut(holder, holder.set ?? holder.box, cards.map(asCard));
		const [x, y, , , angle] = holder.box;
		const box: BoxValues = [x, y, laid.w, laid.h, angle];
		const next = { ...holder, laid, box, set: holder.set ?? holder.box };
		this.objects.set(holder.id, next);
		moved(holder.id);
		for (const card of cards) {
			const place = places.get(card.id);
			const at = place && cardBox(box, place, { w: card.box[2], h: card.box[3] });
			if (!at || isSame(at, card.box)) continue;
			this.objects.set(card.id, { ...card, box: at });
			moved(card.id);
		}
	}

	/** Puts a mark where it belongs on the object that it sticks to; says whether that is another place. */
	private fitMark(mark: BoardObject | undefined): boolean {
		const host = isMark(mark) && mark.on ? this.objects.get(mark.on.to) : undefined;
		if (!isMark(mark) || !host || host.sheet !== mark.sheet) return false;
		const box = stuckBox(mark, host.box);
		if (isSame(box, mark.box)) return false;
		this.objects.set(mark.id, { ...mark, box });
		return true;
	}

	/** Gives a group the box round its members; says whether it is another one than before. */
	private fitGroup(group: BoardObject): boolean {
		const boxes = this.membersOf(group.id).flatMap((id) => {
			const member = this.objects.get(id);
			return (member && !isConnector(member) && boundsOfObject(member, this.routeOf)) || [];
		});
		const round = unionOf(boxes) ?? { x: 0, y: 0, w: 0, h: 0 };
		const box: BoxValues = [round.x, round.y, round.w, round.h, 0];
		if (isSame(box, group.box)) return false;
		this.objects.set(group.id, { ...group, box });
		return true;
	}
}

/** An object as it lies in a holder. */
export const asCard = ({ id, box, held }: Pick<BoardObject, 'id' | 'box' | 'held'>): Card => ({
	id,
	row: held?.row ?? '',
	col: held?.col ?? '',
	at: held?.at ?? '',
	w: box[2],
	h: box[3],
});
