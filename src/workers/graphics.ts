/** Whether there is a graphics processor to paint with. */

/** How those name themselves that compute on the processor instead. */
const SOFTWARE = /swiftshader|llvmpipe|softpipe|software|basic render/i;

/**
 * Asked through WebGL. A context is refused where using it would cost far more than with a graphics processor
 * (`failIfMajorPerformanceCaveat`, WebGL 1.0, section 5.2); not every browser refuses, so it is asked for its name as well
 * (`WEBGL_debug_renderer_info`). It is given back at once.
 */
export function hasGraphics(): boolean {
	const gl = new OffscreenCanvas(1, 1).getContext('webgl', { failIfMajorPerformanceCaveat: true });
	if (!gl) return false;
	const info = gl.getExtension('WEBGL_debug_renderer_info');
	const name = String(gl.getParameter(info?.UNMASKED_RENDERER_WEBGL ?? gl.RENDERER));
	gl.getExtension('WEBGL_lose_context')?.loseContext();
	return !SOFTWARE.test(name);
}
