import { describe, expect, it } from 'vitest';
import { STEP_MAY } from './step-grants';
import {
	type BoardPolicy,
	may,
	mayAskModel,
	maySet,
	may as mayDo,
	mayChange,
	mayGive,
	OPEN_POLICY,
	type Right,
	RIGHTS,
} from './rights';
import { leads, type Role, ROLES } from './roles';

const policies: BoardPolicy[] = [];
for (let bits = 0; bits < 16; bits++)
	for (const step of STEP_MAY)
		policies.push({
			editorsShare: Boolean(bits & 1),
			onlookersTakeOut: Boolean(bits & 2),
			watching: Boolean(bits & 4),
			closed: Boolean(bits & 8),
			names: 'shown',
			asksModel: false,
			step: { may: step },
		});

/** Everything that has to do with putting something on the sheets. */
const WRITING = ['write', 'edit', 'ownNotes', 'line', 'nod', 'keepNotes'] as const;

describe('rights', () => {
	it.each([
		['owner', RIGHTS],
		['facilitator', RIGHTS.filter((right) => right !== 'own')],
		['editor', ['enter', ...WRITING, 'talk', 'park', 'export']],
		['commenter', ['enter', 'talk', 'park', 'export']],
		['viewer', ['enter', 'export']],
	] as const)('of %s where nothing is narrowed are %j', (role, rights) => {
		expect(RIGHTS.filter((right) => may(role, right, OPEN_POLICY))).toEqual([...rights]);
	});

	it('never grow from one part to a lesser one, however the board is set', () => {
		for (const policy of policies)
			for (const right of RIGHTS)
				for (let i = 1; i < ROLES.length; i++)
					if (may(ROLES[i]!, right, policy)) expect(may(ROLES[i - 1]!, right, policy), right).toBe(true);
	});

	it('are the same for those who lead whatever is set', () => {
		for (const policy of policies)
			for (const right of RIGHTS) {
				expect(may('owner', right, policy)).toBe(true);
				expect(may('facilitator', right, policy)).toBe(right !== 'own');
			}
	});

	it('are narrowed by the running step, never widened', () => {
		const under = (may: (typeof STEP_MAY)[number], role: Role): string[] =>
			RIGHTS.filter((right) => mayDo(role, right, { ...OPEN_POLICY, step: { may } }));
		expect(under('watch', 'editor')).toEqual(['enter', 'keepNotes', 'park', 'export']);
		expect(under('line', 'editor')).toEqual(['enter', 'write', 'line', 'keepNotes', 'park', 'export']);
		expect(under('nod', 'editor')).toEqual(['enter', 'write', 'nod', 'keepNotes', 'talk', 'park', 'export']);
		expect(under('own', 'editor')).toEqual([
			'enter',
			'write',
			'ownNotes',
			'line',
			'nod',
			'keepNotes',
			'talk',
			'park',
			'export',
		]);
		expect(under('nod', 'commenter')).toEqual(['enter', 'talk', 'park', 'export']);
		for (const may of STEP_MAY)
			for (const role of ROLES)
				for (const right of under(may, role)) expect(mayDo(role, right as Right, OPEN_POLICY)).toBe(true);
	});

	it('end at the door when the board is closed, and with looking while everyone watches', () => {
		for (const role of ROLES.filter((each) => !leads(each))) {
			for (const right of RIGHTS) expect(may(role, right, { ...OPEN_POLICY, closed: true })).toBe(false);
			const watching = { ...OPEN_POLICY, watching: true };
			expect(may(role, 'enter', watching)).toBe(true);
			expect(may(role, 'write', watching) || may(role, 'talk', watching)).toBe(false);
		}
	});

	it('can be given only up to one’s own, and owning not at all', () => {
		const sharing = { ...OPEN_POLICY, editorsShare: true };
		for (const giver of ROLES) expect(mayGive(giver, 'owner', sharing)).toBe(false);
		expect(ROLES.filter((role) => mayGive('facilitator', role, OPEN_POLICY))).toEqual(ROLES.slice(1));
		expect(ROLES.filter((role) => mayGive('editor', role, sharing))).toEqual([
			'editor',
			'commenter',
			'viewer',
		]);
		expect(ROLES.filter((role) => mayGive('editor', role, OPEN_POLICY))).toEqual([]);
		expect(ROLES.filter((role) => mayGive('commenter', role, sharing))).toEqual([]);
	});

	it('are changed by those who lead, and never the owner’s', () => {
		expect(ROLES.filter((whose) => mayChange('facilitator', whose))).toEqual(ROLES.slice(1));
		expect(ROLES.some((whose) => mayChange('editor', whose))).toBe(false);
	});

	it('to send notes to a language model come from the owner, who alone gives them', () => {
		const asking = { ...OPEN_POLICY, asksModel: true };
		expect(ROLES.filter((role) => mayAskModel(role, OPEN_POLICY))).toEqual([]);
		expect(ROLES.filter((role) => mayAskModel(role, asking))).toEqual(['owner', 'facilitator', 'editor']);
		expect(mayAskModel('editor', { ...asking, watching: true })).toBe(false);
		expect(ROLES.filter((role) => maySet(role, { asksModel: false }, asking))).toEqual(['owner']);
		expect(ROLES.filter((role) => maySet(role, { watching: true }, asking))).toEqual([
			'owner',
			'facilitator',
		]);
	});
});
