/**
 * What the team of the repair café wrote: text, writer, and what it is about. The last is not shown
 * anywhere; tests hold the sorting into themes against it.
 */
export type Topic = 'queue' | 'parts' | 'electric' | 'room' | 'safety' | 'money' | 'word' | 'team' | 'none';

export interface DemoNote {
	field: 'held' | 'worked' | 'ideas';
	by: string;
	about: Topic;
	text: string;
}

const note = (field: DemoNote['field'], by: string, about: Topic, text: string): DemoNote => ({
	field,
	by,
	about,
	text,
});

export const DEMO_NOTES: DemoNote[] = [
	note('held', 'Ilka', 'queue', 'Queue at the door till half past four'),
	note('held', 'Tomasz', 'electric', 'Only one of us may test mains plugs'),
	note('held', 'Maren', 'parts', 'Spare fuses gone by noon'),
	note('held', 'Rashid', 'queue', 'People leave before their number comes up'),
	note('held', 'Ilka', 'parts', 'No list of what spare parts we have in the drawers'),
	note('held', 'Femke', 'room', 'Rain came in over bench three'),
	note('held', 'Joao', 'queue', 'Visitors wait an hour for a two minute repair'),
	note('held', 'Sunniva', 'queue', 'Nobody at the door to sort the queue'),
	note('held', 'Maren', 'room', 'The room is too small on rainy days'),
	note('held', 'Tomasz', 'electric', 'Too few electricians on the team'),
	note('held', 'Bilal', 'electric', 'Lamps pile up because we have no second electrician'),
	note('held', 'Rashid', 'parts', 'We order spare parts far too late'),
	note('held', 'Femke', 'safety', 'Safety check skipped when it gets busy'),
	note('held', 'Joao', 'safety', 'No form for the safety test after a repair'),
	note('held', 'Ilka', 'money', 'Donation box does not cover the rent'),
	note('held', 'Sunniva', 'money', 'We pay for screws and glue out of our own pockets'),
	note('held', 'Maren', 'room', 'Roof leaks next to the sewing machines'),
	note('held', 'Tomasz', 'room', 'Heating in the room fails every other Saturday'),
	note('held', 'Bilal', 'parts', 'Missing a drawer for small spare parts'),
	note('held', 'Rashid', 'queue', 'Waiting people stand in the way of the sewing corner'),
	note('held', 'Femke', 'electric', 'The electrician was ill twice in May'),
	note('held', 'Joao', 'safety', 'Kids run between the soldering irons'),
	note('held', 'Sunniva', 'none', 'Coffee machine broke, of all things'),

	note('worked', 'Tomasz', 'queue', 'Tea corner keeps the waiting friendly'),
	note('worked', 'Femke', 'team', 'Kids took apart a radio with us'),
	note('worked', 'Joao', 'word', 'Photo of each mended thing on the wall'),
	note('worked', 'Ilka', 'word', 'Newspaper article brought thirty new visitors'),
	note('worked', 'Maren', 'team', 'New volunteers learn beside an old hand'),
	note('worked', 'Rashid', 'queue', 'Numbered tickets make the queue fair'),
	note('worked', 'Sunniva', 'word', 'Neighbours tell their friends about us'),
	note('worked', 'Bilal', 'money', 'Bakery gave us its surplus in exchange for repairs'),
	note('worked', 'Tomasz', 'safety', 'Red tape on every plug that failed the safety test'),
	note('worked', 'Femke', 'parts', 'Broken printers are a mine of spare parts'),
	note('worked', 'Joao', 'team', 'Volunteers eat together after closing'),
	note('worked', 'Maren', 'team', 'Pairs of volunteers repair faster than one alone'),
	note('worked', 'Ilka', 'money', 'The raffle paid for two months of rent'),
	note('worked', 'Bilal', 'word', 'Poster at the tram stop works best'),

	note('ideas', 'Rashid', 'queue', 'Let visitors book a repair slot in advance'),
	note('ideas', 'Ilka', 'queue', 'A person at the door who sorts quick repairs from long ones'),
	note('ideas', 'Tomasz', 'electric', 'Train two volunteers to become electricians'),
	note('ideas', 'Maren', 'electric', 'Ask the vocational school for young electricians'),
	note('ideas', 'Femke', 'parts', 'Label all drawers of spare parts'),
	note('ideas', 'Joao', 'parts', 'Share an online list of spare parts with other cafés'),
	note('ideas', 'Sunniva', 'room', 'Move to the school hall in winter when the roof leaks'),
	note('ideas', 'Bilal', 'room', 'Ask the town to fix the leaky roof'),
	note('ideas', 'Rashid', 'safety', 'One bench only for the safety check'),
	note('ideas', 'Ilka', 'safety', 'Print a safety checklist for every bench'),
	note('ideas', 'Tomasz', 'money', 'Apply for a grant from the neighbourhood fund'),
	note('ideas', 'Maren', 'money', 'Suggest a donation of five euros for each repair'),
	note('ideas', 'Femke', 'word', 'Show three repair stories on our website'),
	note('ideas', 'Joao', 'word', 'Flyers in the library and at the market'),
	note('ideas', 'Sunniva', 'team', 'A welcome evening for new volunteers'),
	note('ideas', 'Bilal', 'team', 'Thank volunteers with a summer party'),
	note('ideas', 'Rashid', 'parts', 'Order spare fuses and cables in bulk'),
	note('ideas', 'Ilka', 'word', 'Invite the local radio to a Saturday'),
	note('ideas', 'Tomasz', 'queue', 'Show the waiting time on a board at the door'),
	note('ideas', 'Maren', 'queue', 'Show the waiting time on a screen by the door'),
	note('ideas', 'Femke', 'safety', 'A fire extinguisher near the soldering bench'),
];

/** Notes on the visitor's path: remarks beside the flow. */
export const PATH_NOTES: { by: string; text: string; at: string }[] = [
	{ by: 'Sunniva', text: 'Who greets when I am at the till?', at: 'arrive' },
	{ by: 'Rashid', text: 'Twelve minutes on average last spring', at: 'wait' },
	{ by: 'Tomasz', text: 'Needs a second tester', at: 'check' },
	{ by: 'Joao', text: 'Half of all lamps come back from here', at: 'passed' },
	{ by: 'Femke', text: 'A sign would save ten questions an hour', at: 'arrive' },
	{ by: 'Bilal', text: 'Parts shelf is three benches away', at: 'parts' },
	{ by: 'Maren', text: 'Some just want to talk, and that is fine', at: 'ticket' },
	{ by: 'Ilka', text: 'Ask for a story here, not at the door', at: 'story' },
	{ by: 'Rashid', text: 'Donation box stands behind the coat rack', at: 'donate' },
];

/** Notes on the season map: first thoughts for each branch. */
export const MAP_NOTES: { branch: number; by: string; text: string }[] = [
	{ branch: 0, by: 'Ilka', text: 'First Saturday: 9 January' },
	{ branch: 0, by: 'Femke', text: 'No café on carnival weekend' },
	{ branch: 1, by: 'Maren', text: 'School hall is free till March' },
	{ branch: 1, by: 'Bilal', text: 'Key is with the caretaker' },
	{ branch: 2, by: 'Tomasz', text: 'Test day for plugs in February' },
	{ branch: 2, by: 'Rashid', text: 'Two trainees from April' },
	{ branch: 3, by: 'Joao', text: 'Radio interview in week three' },
	{ branch: 3, by: 'Sunniva', text: 'New poster by a pupil' },
	{ branch: 4, by: 'Maren', text: 'Raffle at the spring fair' },
	{ branch: 4, by: 'Ilka', text: 'Grant form is due on 30 November' },
];
