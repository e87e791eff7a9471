import { afterEach, describe, expect, it } from 'vitest';
import { ClipMemory } from './clip-memory';

const clip = (text: string) => ({ text, objects: '[{"id":"a"}]', board: 'b1' });

describe('what was copied last', () => {
	const windows: ClipMemory[] = [];
	const open = (): ClipMemory => {
		const memory = new ClipMemory();
		windows.push(memory);
		return memory;
	};
	afterEach(() => {
		for (const each of windows.splice(0)) each.destroy();
	});

	it('is found by its words, here and in another window', async () => {
		const [here, there] = [open(), open()];
		here.remember(clip('Kettle'));
		expect(await here.find('Kettle')).toEqual(clip('Kettle'));
		expect(await there.find('Kettle')).toEqual(clip('Kettle'));
	});

	it('is what was copied last of those words, and nothing where the words are of something else', async () => {
		const [here, there] = [open(), open()];
		here.remember(clip('Kettle'));
		here.remember(clip('Lamp'));
		expect(await there.find('Lamp')).toEqual(clip('Lamp'));
		expect(await there.find('Kettle')).toBeUndefined();
		expect(await here.find('Toaster')).toBeUndefined();
	});

	it('goes with its window', async () => {
		const [here, there] = [open(), open()];
		here.remember(clip('Kettle'));
		here.destroy();
		expect(await there.find('Kettle')).toBeUndefined();
	});
});
