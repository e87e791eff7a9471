/** What the layouts and lines of maps are called. */
import type { MapLayout } from '$core/mindmap/layout';
import type { LineForm } from '$core/mindmap/values';
import { m } from '$lib/messages';

export const LAYOUT_NAMES: Record<MapLayout, () => string> = {
	both: () => m.map_both(),
	right: () => m.map_right(),
	left: () => m.map_left(),
	down: () => m.map_down(),
	radial: () => m.map_radial(),
};
export const LINE_NAMES: Record<LineForm, () => string> = {
	curved: () => m.map_line_curved(),
	straight: () => m.map_line_straight(),
	angular: () => m.map_line_angular(),
};
