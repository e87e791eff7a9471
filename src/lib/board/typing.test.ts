/** What is typed on after a text went away: kept, and no command of the board. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { catchTyping } from './typing';

let listeners: Map<string, (event: unknown) => void>;
beforeEach(() => {
	listeners = new Map();
	vi.useFakeTimers();
	vi.stubGlobal('addEventListener', (type: string, listener: (event: unknown) => void) =>
		listeners.set(type, listener),
	);
	vi.stubGlobal('removeEventListener', (type: string) => listeners.delete(type));
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

/** Presses a key; says whether it was kept from the board. */
function press(key: string, held: readonly string[] = []): boolean {
	const event = {
		key,
		ctrlKey: held.includes('Control') || held.includes('AltGraph'),
		altKey: held.includes('Alt') || held.includes('AltGraph'),
		metaKey: false,
		composedPath: () => [],
		getModifierState: (name: string) => held.includes(name),
		preventDefault: vi.fn(),
		stopImmediatePropagation: vi.fn(),
	};
	listeners.get('keydown')?.(event);
	return event.stopImmediatePropagation.mock.calls.length > 0;
}

describe('typing on', () => {
	it('keeps letters, lines and corrections, also letters that take AltGr', () => {
		let typed = '';
		catchTyping((text) => (typed = text));
		for (const key of ['a', 'b', 'Backspace', 'Shift', 'W', 'Enter', 'c']) press(key);
		press('Control', ['Control']);
		expect(press('@', ['AltGraph'])).toBe(true);
		expect(typed).toBe('aW\nc@');
	});

	it.each([
		['Escape', () => press('Escape')],
		['a command', () => press('z', ['Control'])],
		['a click', () => listeners.get('pointerdown')!({})],
		['a pause', () => void vi.advanceTimersByTime(1300)],
	])('ends with %s', (_, end) => {
		const heard = vi.fn();
		catchTyping(heard);
		press('a');
		vi.advanceTimersByTime(1000);
		press('b');
		end();
		expect(press('w')).toBe(false);
		expect(heard).toHaveBeenLastCalledWith('ab');
	});
});
