<script lang="ts">
	/** The middle of the ledge: properties of what is selected, or of what the tool in hand will make. */
	import { isHolder } from '$core/board/holders/forms';
	import type { Holder } from '$core/board/holders/setting';
	import { isTooLong } from '$core/board/kinds/note';
	import { NOTE_FORMS, ROUTES, TEXT_ROLES, type KindName, type ShapeName } from '$core/board/objects';
	import { changeConnector } from '$core/board/edits';
	import { m } from '$lib/messages';
	import Circle from '@lucide/svelte/icons/circle';
	import Crop from '@lucide/svelte/icons/crop';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import Ellipse from '@lucide/svelte/icons/egg';
	import Lock from '@lucide/svelte/icons/lock';
	import Rectangle from '@lucide/svelte/icons/rectangle-horizontal';
	import Route from '@lucide/svelte/icons/corner-down-right';
	import Vote from '@lucide/svelte/icons/vote';
	import Sparkles from '@lucide/svelte/icons/group';
	import Slash from '@lucide/svelte/icons/slash';
	import Spline from '@lucide/svelte/icons/spline';
	import Square from '@lucide/svelte/icons/square';
	import Unbend from '@lucide/svelte/icons/undo-dot';
	import type { Board, ToolName } from '../../board/board.svelte';
	import { setBoxes } from '$core/board/edits';
	import { NOTE_SIZES } from '$core/board/objects';
	import Choice from '../../ui/Choice.svelte';
	import { kindName } from '../../ui/kind-names';
	import Pop from '../../ui/Pop.svelte';
	import Swatches from '../../ui/Swatches.svelte';
	import HolderProperties from './HolderProperties.svelte';
	import FormatBar from './FormatBar.svelte';
	import LetterProperties from './LetterProperties.svelte';
	import PenProperties from './PenProperties.svelte';
	import LineProperties from './LineProperties.svelte';
	import ShapeShelf from './ShapeShelf.svelte';

	interface Props {
		board: Board;
		onthemes: (ids: string[]) => void;
		/** Opens the menu of what can be done, at a point of the window. */
		onmenu: (at: { x: number; y: number }) => void;
	}
	const { board, onthemes, onmenu }: Props = $props();

	const TOOL_KIND: Partial<Record<ToolName, KindName>> = {
		note: 'note',
		text: 'text',
		shape: 'shape',
		link: 'connector',
		field: 'field',
		mark: 'mark',
	};
	const objects = $derived.by(() => {
		void board.room.version;
		return board.selected;
	});
	/** What properties are shown of: the members of a group in its place. */
	const parts = $derived.by(() => {
		void board.room.version;
		return objects.flatMap((object) =>
			object.kind === 'group'
				? board.model.membersOf(object.id).flatMap((id) => board.model.find(id) ?? [])
				: [object],
		);
	});
	const first = $derived(objects[0]);
	const kinds = $derived(new Set(parts.map((object) => object.kind)));
	const holder = $derived(objects.length === 1 && first && isHolder(first) ? (first as Holder) : undefined);
	/** The kind whose properties stand here. */
	const kind = $derived<KindName | undefined>(
		parts.length > 0 ? (kinds.size === 1 ? parts[0]!.kind : undefined) : TOOL_KIND[board.tool],
	);
	const style = $derived<Record<string, unknown>>(
		parts.length > 0
			? (parts[0]!.style as Record<string, unknown>)
			: ({ ...board.next, ...(kind === 'connector' ? board.next.line : {}) } as Record<string, unknown>),
	);
	const lock = $derived(objects.find((object) => object.lock)?.lock);
	const label = $derived.by(() => {
		if (objects.length === 0) return kind ? m.next_of_kind({ kind: kindName(kind) }) : '';
		if (lock) return lock === 'led' ? m.locked_for_all() : m.locked();
		if (objects.length > 1) return m.selected_count({ count: objects.length });
		if (first!.kind === 'note' && isTooLong(first as never, board.context)) return m.note_long();
		return first!.kind === 'note' && first!.by[1]
			? m.note_by({ name: board.room.voices.nameOf(first!.by) })
			: kindName(first!.kind);
	});
	/** Notes that could be sorted: those selected, or those in the selected field. */
	const sortable = $derived.by(() => {
		if (objects.length === 1 && first!.kind === 'field') {
			return board.model.contentsOf(first!).filter((id) => board.model.find(id)?.kind === 'note');
		}
		return parts.filter((object) => object.kind === 'note').map((object) => object.id);
	});
	const isBent = $derived(
		objects.length === 1 && first!.kind === 'connector' && Boolean(first!.bends?.length),
	);

	const FORM_ICONS = { card: Rectangle, square: Square, oval: Ellipse, round: Circle };
	const ROUTE_ICONS = { straight: Slash, curved: Spline, 'right-angled': Route };
	const LABELS: Record<string, () => string> = {
		card: () => m.form_card(),
		square: () => m.form_square(),
		oval: () => m.form_oval(),
		round: () => m.form_round(),
		title: () => m.role_title(),
		heading: () => m.role_heading(),
		body: () => m.role_body(),
		straight: () => m.route_straight(),
		curved: () => m.route_curved(),
		'right-angled': () => m.route_right_angled(),
	};
	const put = (values: Record<string, unknown>): void => board.restyle(values);
	const set = (key: string) => (value: string) => put({ [key]: value });
	const text = (key: string): string | undefined => style[key] as string | undefined;

	const SIZES = [
		{ value: 1, label: m.note_size_usual() },
		{ value: 1.5, label: m.note_size_large() },
		{ value: 2.5, label: m.note_size_huge() },
	];
	/** Gives notes a size of ours, about their middles. */
	function presetSize(factor: number): void {
		board.asOne(() => {
			scaleTo(factor);
			for (const object of board.selected) if (object.kind === 'note') board.writing.grow(object);
		});
	}
	function scaleTo(factor: number): void {
		setBoxes(
			board.room.hand,
			new Map(
				parts.flatMap((object) => {
					if (object.kind !== 'note' || object.lock) return [];
					const [x, y, w, h, angle] = object.box;
					const size = NOTE_SIZES[object.style.form];
					const [nw, nh] = [size.w * factor, size.h * factor];
					return [[object.id, [x + (w - nw) / 2, y + (h - nh) / 2, nw, nh, angle]]];
				}),
			),
		);
	}

	function unbend(): void {
		if (first?.kind === 'connector') changeConnector(board.room.hand, first.id, { ends: first.ends });
	}
	function menu(event: MouseEvent): void {
		const round = (event.currentTarget as HTMLElement).getBoundingClientRect();
		board.menuAt = board.middle;
		onmenu({ x: round.left, y: round.top });
	}
</script>

{#if board.editing && board.writing.editor}
	<FormatBar {board} editor={board.writing.editor} />
{:else if board.mayEdit && objects.length === 0 && (board.tool === 'pen' || board.tool === 'rub')}
	<div class="properties"><PenProperties {board} rubs={board.tool === 'rub'} /></div>
{:else if label !== '' && board.mayEdit}
	<span class="what" class:minor={!lock && kind !== 'note'}
		>{#if lock}<Lock size={13} />{/if}{label}</span
	>
	<div class="properties">
		{#if lock}
			<!-- Nothing can be changed until it is unlocked, from the menu. -->
		{:else}
			{#if kind === 'note' || (parts.length > 1 && kinds.has('note'))}
				<Swatches
					of="pigments"
					value={text('pigment')}
					onchoose={set('pigment')}
					label={m.pigment()}
					own
					size={20}
				/>
			{/if}
			{#if kind === 'note'}
				<Pop label={m.form()}>
					{#snippet face()}{@const Icon =
							FORM_ICONS[(text('form') ?? 'card') as keyof typeof FORM_ICONS]}<Icon size={18} />{/snippet}
					<div class="group" role="group" aria-label={m.form()}>
						{#each NOTE_FORMS as form (form)}
							{@const Icon = FORM_ICONS[form]}
							<button
								type="button"
								class="icon-button"
								aria-pressed={text('form') === form}
								aria-label={LABELS[form]!()}
								title={LABELS[form]!()}
								onclick={() => set('form')(form)}><Icon size={17} /></button
							>
						{/each}
					</div>
					<Choice
						label={m.note_size()}
						values={SIZES}
						value={undefined}
						onchoose={(size) => size && presetSize(size)}
					/>
				</Pop>
			{:else if kind === 'shape'}
				<ShapeShelf value={style['shape'] as ShapeName} onchoose={set('shape')} />
				<Swatches
					of="pigments"
					none
					own
					value={text('fill')}
					onchoose={set('fill')}
					label={m.fill()}
					size={20}
				/>
				<Swatches
					of="chalks"
					none
					own
					value={style['bare'] ? 'none' : text('chalk')}
					onchoose={(chalk) => put(chalk === 'none' ? { bare: true } : { chalk, bare: undefined })}
					label={m.outline()}
					size={20}
				/>
				<LineProperties {style} of="shape" onset={put} />
			{:else if kind === 'text'}
				<div class="group" role="group" aria-label={m.text_role()}>
					{#each TEXT_ROLES as role (role)}
						<button
							type="button"
							class="button plain role"
							aria-pressed={text('role') === role}
							onclick={() => set('role')(role)}>{LABELS[role]!()}</button
						>
					{/each}
				</div>
			{:else if kind === 'connector'}
				<div class="group" role="group" aria-label={m.route()}>
					{#each ROUTES as route (route)}
						{@const Icon = ROUTE_ICONS[route]}
						<button
							type="button"
							class="icon-button"
							aria-pressed={text('route') === route}
							aria-label={LABELS[route]!()}
							title={LABELS[route]!()}
							onclick={() => set('route')(route)}><Icon size={17} /></button
						>
					{/each}
				</div>
				<LineProperties {style} of="connector" onset={put} />
				{#if isBent}<button
						type="button"
						class="icon-button"
						aria-label={m.unbend()}
						title={m.unbend()}
						onclick={unbend}><Unbend size={17} /></button
					>{/if}
			{/if}
			{#if holder}
				<HolderProperties {board} {holder} {style} onset={put} />
			{:else if kind === 'mark'}
				<Swatches
					of="pigments"
					none
					own
					value={text('fill') ?? board.next.markFill}
					onchoose={(fill) => {
						board.next.markFill = fill;
						put({ fill });
					}}
					label={m.mark_disc()}
					size={20}
				/>
			{/if}
			{#if kind === 'picture' && objects.length === 1}
				<button
					type="button"
					class="button"
					aria-pressed={board.cropping === first!.id}
					onclick={() => board.startCropping()}><Crop size={16} />{m.command_crop()}</button
				>
			{/if}
			{#if kind === 'text' || kind === 'connector' || kind === 'field' || kind === 'theme' || kind === 'stroke' || (holder && !board.cell) || (kind === 'mark' && text('fill') === 'none')}
				<Swatches of="chalks" own value={text('chalk')} onchoose={set('chalk')} label={m.chalk()} size={20} />
			{/if}
			{#if kind === 'stroke'}<LineProperties {style} of="stroke" onset={put} />{/if}
			{#if objects.length > 0 && (kind === 'note' || kind === 'text' || kind === 'shape')}
				<LetterProperties {kind} {style} onset={put} />
			{/if}
		{/if}
		{#if objects.length > 0}
			<span class="bar"></span>
			{#if sortable.length > 1}
				<button type="button" class="button" onclick={() => onthemes(sortable)}
					><Sparkles size={16} />{m.sort_into_themes()}</button
				>
			{/if}
			{#if board.room.leads && (sortable.length > 1 || objects.length > 1)}
				<button
					type="button"
					class="icon-button"
					aria-label={m.command_vote()}
					title={`${m.command_vote()} (V)`}
					onclick={() => board.frame.askVote()}><Vote size={18} /></button
				>
			{/if}
			<button
				type="button"
				class="icon-button"
				aria-label={m.more()}
				title={m.more()}
				aria-haspopup="menu"
				onclick={menu}><Ellipsis size={18} /></button
			>
		{/if}
	</div>
{/if}

<style>
	.what {
		display: inline-flex;
		align-items: center;
		gap: 5px;
		flex: none;
		max-width: 116px;
		margin-right: 10px;
		color: var(--frame-quiet);
		font-size: var(--size-small);
		line-height: 1.2;
	}
	/* Where there is little room, what is plain to see need not be said. */
	@container (max-width: 520px) {
		.minor {
			display: none;
		}
	}
	.properties,
	.group {
		display: flex;
		flex: none;
		align-items: center;
	}
	.properties {
		gap: 8px;
	}
	.group {
		gap: 1px;
	}
	.role[aria-pressed='true'] {
		background: var(--frame-pressed);
		color: var(--frame-pressed-ink);
	}
	.bar {
		width: 1px;
		height: 24px;
		background: var(--frame-line);
	}
</style>
