/** Whether there is a graphics processor, as the browser says it. */
import { expect, it, vi } from 'vitest';
import { hasGraphics } from './graphics';

const UNMASKED = 0x9246;
const RENDERER = 0x1f01;

/** A browser in which a context says who paints it, or is refused. */
function browser({ name, masked }: { name?: string; masked?: string }) {
	const given = { back: 0 };
	const gl = {
		RENDERER,
		getParameter: (what: number) => (what === UNMASKED ? name : masked),
		getExtension: (extension: string) => {
			if (extension === 'WEBGL_lose_context') return { loseContext: () => given.back++ };
			return name === undefined ? null : { UNMASKED_RENDERER_WEBGL: UNMASKED };
		},
	};
	vi.stubGlobal(
		'OffscreenCanvas',
		class {
			getContext = () => (name === undefined && masked === undefined ? null : gl);
		},
	);
	return given;
}

it('is found by the name of what paints, and the context is given back', () => {
	const given = browser({
		name: 'ANGLE (Intel, Mesa Intel(R) UHD Graphics 620, OpenGL 4.6)',
		masked: 'WebGL',
	});
	expect(hasGraphics()).toBe(true);
	expect(given.back).toBe(1);
});

it('is missing where the processor paints in its place', () => {
	for (const name of [
		'ANGLE (Google, Vulkan 1.3.0 (SwiftShader Device (Subzero)), SwiftShader driver)',
		'llvmpipe (LLVM 15.0.7, 256 bits)',
		'ANGLE (Microsoft, Microsoft Basic Render Driver, D3D11)',
	]) {
		expect([name, browser({ name }) && hasGraphics()]).toEqual([name, false]);
		expect([name, browser({ masked: name }) && hasGraphics()]).toEqual([name, false]);
	}
});

it('is missing where the browser gives no context', () => {
	browser({});
	expect(hasGraphics()).toBe(false);
});
