/** Action items as tasks of a calendar (RFC 5545, VTODO): who does what until when. */
import ICAL from 'ical.js';
import { Fault } from '../fault';
import { chosenObjects } from './chosen';
import type { ExportedFile, ExportInput } from './exports';
import { actionItemsOf, type ActionItem } from './action-items';
import { textFile } from './text-file';

/** The program that made the file, as the standard asks for it. */
const PRODUCT = '-//Wandtafel//Action items//EN';

function taskOf(
	item: ActionItem,
	stamp: InstanceType<typeof ICAL.Time>,
): InstanceType<typeof ICAL.Component> {
	const task = new ICAL.Component('vtodo');
	// The same item in a later file is the same task.
	task.updatePropertyWithValue('uid', `${item.id}@wandtafel`);
	task.updatePropertyWithValue('dtstamp', stamp);
	task.updatePropertyWithValue('summary', item.item);
	if (item.due !== undefined) task.updatePropertyWithValue('due', ICAL.Time.fromDateString(item.due));
	task.updatePropertyWithValue('status', item.done ? 'COMPLETED' : 'NEEDS-ACTION');
	if (item.list) task.updatePropertyWithValue('categories', item.list);
	// Nobody's address is known: the name stands where every calendar shows it.
	if (item.person) task.updatePropertyWithValue('description', item.person);
	if (item.person) task.updatePropertyWithValue('contact', item.person);
	return task;
}

/** @throws Fault `nothing to export` where there are no action items */
export async function calendarFile(input: ExportInput): Promise<ExportedFile> {
	const items = actionItemsOf(chosenObjects(input)).filter(({ item }) => item !== '');
	if (items.length === 0) throw new Fault('nothing to export');
	const calendar = new ICAL.Component(['vcalendar', [], []]);
	calendar.updatePropertyWithValue('version', '2.0');
	calendar.updatePropertyWithValue('prodid', PRODUCT);
	calendar.updatePropertyWithValue('name', input.title);
	const stamp = ICAL.Time.fromJSDate(new Date(input.now ?? Date.now()), true);
	for (const item of items) calendar.addSubcomponent(taskOf(item, stamp));
	return textFile(`${calendar.toString()}\r\n`);
}
