import { describe, expect, it } from 'vitest';
import { blend, CHALKS, chalkOn, contrast } from './colours';
import { groundOf, MIN_CONTRAST, preferredGround } from './ground';

const picture = {
	file: 'a'.repeat(64),
	natural: [3200, 1600] as [number, number],
	dark: '#101820',
	light: '#E8E0D0',
	animated: true,
};

describe('a picture on the ground', () => {
	it.each(['slate', 'paper', 'linen'] as const)(
		'is veiled on %s until every chalk reads on it',
		(surface) => {
			const ground = groundOf({ surface, ground: { picture } });
			expect(ground.picture).toMatchObject({ w: 1600, h: 800, moves: true });
			expect(ground.pattern).toBe('none');
			for (const part of [picture.dark, picture.light]) {
				const shown = blend(part, ground.colour, ground.picture!.veil);
				for (const chalk of CHALKS)
					expect(contrast(chalkOn(chalk, ground.surface), shown)).toBeGreaterThanOrEqual(MIN_CONTRAST);
			}
		},
	);

	it('is still for who wants no motion, and gone with every pattern where the ground is to be bare', () => {
		const ground = groundOf({ surface: 'paper', ground: { picture, pattern: 'squares' } });
		expect(ground.pattern).toBe('squares');
		const still = preferredGround(ground, { bare: false, still: true });
		expect(still).toEqual({ ...ground, picture: { ...ground.picture!, moves: false } });
		const bare = preferredGround(ground, { bare: true, still: false });
		expect(bare.picture).toBeUndefined();
		expect(bare.pattern).toBe('none');
		expect(bare.colour).toBe(ground.colour);
		expect(preferredGround(ground, { bare: false, still: false })).toEqual(ground);
	});
});
