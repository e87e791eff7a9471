/**
 * What can be changed of objects of each kind, or of what a tool makes next: one component a kind.
 */
import type { BoardObject, KindName } from '$core/board/objects';
import type { Component } from 'svelte';
import type { Board } from '../board/board.svelte';
import AreaProperties from './AreaProperties.svelte';
import ConnectorProperties from './ConnectorProperties.svelte';
import HolderProperties from './HolderProperties.svelte';
import MarkProperties from './MarkProperties.svelte';
import NoteProperties from './NoteProperties.svelte';
import PictureProperties from './PictureProperties.svelte';
import ShapeProperties from './ShapeProperties.svelte';
import StrokeProperties from './StrokeProperties.svelte';
import TextProperties from './TextProperties.svelte';

export interface KindProperties {
	board: Board;
	/**
	 * What is selected, all of one kind, with members in place of their groups; none for a tool.
	 */
	objects: readonly BoardObject[];
	/** The look of the first, or of the next. */
	style: Record<string, unknown>;
	/** Changes the look of all, and of the next. */
	onset: (style: Record<string, unknown>) => void;
}

export const PROPERTIES: Record<KindName, Component<KindProperties> | undefined> = {
	note: NoteProperties,
	text: TextProperties,
	shape: ShapeProperties,
	connector: ConnectorProperties,
	field: AreaProperties,
	theme: AreaProperties,
	group: undefined,
	columns: HolderProperties,
	grid: HolderProperties,
	list: HolderProperties,
	actions: HolderProperties,
	table: HolderProperties,
	lanes: HolderProperties,
	'column-lanes': HolderProperties,
	stroke: StrokeProperties,
	picture: PictureProperties,
	mark: MarkProperties,
};
