import { describe, expect, it } from 'vitest';
import { Emitter } from './emitter';

describe('an emitter', () => {
	it('tells everybody who listens, until they stop', () => {
		const emitter = new Emitter<[string]>();
		const heard: string[] = [];
		const listener = (word: string): void => void heard.push(word);
		const stop = emitter.on(listener);
		const stopOther = emitter.on(listener);
		emitter.emit('a');
		stop();
		stop();
		emitter.emit('b');
		stopOther();
		emitter.emit('c');
		expect(heard).toEqual(['a', 'a', 'b']);
	});
});
