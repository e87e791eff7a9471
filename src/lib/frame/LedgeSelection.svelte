<script lang="ts">
	/** The middle of the ledge: properties of what is selected, or of what the tool in hand will make. */
	import { NOTE_FORMS, SHAPES, TEXT_ROLES, type KindName } from '$core/board/objects';
	import { m } from '$lib/paraglide/messages';
	import Circle from '@lucide/svelte/icons/circle';
	import Copy from '@lucide/svelte/icons/copy';
	import Diamond from '@lucide/svelte/icons/diamond';
	import Ellipse from '@lucide/svelte/icons/egg';
	import MoveRight from '@lucide/svelte/icons/move-right';
	import Pencil from '@lucide/svelte/icons/pencil';
	import Rectangle from '@lucide/svelte/icons/rectangle-horizontal';
	import Route from '@lucide/svelte/icons/corner-down-right';
	import Sparkles from '@lucide/svelte/icons/group';
	import Slash from '@lucide/svelte/icons/slash';
	import Square from '@lucide/svelte/icons/square';
	import SquareRound from '@lucide/svelte/icons/squircle';
	import Trash from '@lucide/svelte/icons/trash-2';
	import type { Board, ToolName } from '../board/board.svelte';
	import Swatches from '../ui/Swatches.svelte';

	const { board, onthemes }: { board: Board; onthemes: (ids: string[]) => void } = $props();

	const TOOL_KIND: Partial<Record<ToolName, KindName>> = {
		note: 'note',
		text: 'text',
		shape: 'shape',
		link: 'connector',
		field: 'field',
	};
	const KIND_LABEL: Record<KindName, () => string> = {
		note: () => m.kind_note(),
		text: () => m.kind_text(),
		shape: () => m.kind_shape(),
		connector: () => m.kind_connector(),
		field: () => m.kind_field(),
		theme: () => m.kind_theme(),
	};
	const objects = $derived.by(() => {
		void board.room.version;
		return board.selected;
	});
	const first = $derived(objects[0]);
	const kinds = $derived(new Set(objects.map((object) => object.kind)));
	/** The kind whose properties stand here. */
	const kind = $derived<KindName | undefined>(
		objects.length > 0 ? (kinds.size === 1 ? first!.kind : undefined) : TOOL_KIND[board.tool],
	);
	const style = $derived<Record<string, string>>(
		objects.length > 0
			? (first!.style as Record<string, string>)
			: (board.next as unknown as Record<string, string>),
	);
	const label = $derived.by(() => {
		if (objects.length === 0) return kind ? m.next_of_kind({ kind: KIND_LABEL[kind]() }) : '';
		if (objects.length > 1) return m.selected_count({ count: objects.length });
		return first!.kind === 'note' && first!.by[1]
			? m.note_by({ name: first!.by[1] })
			: KIND_LABEL[first!.kind]();
	});
	/** Notes that could be sorted: those selected, or those in the selected field. */
	const sortable = $derived.by(() => {
		if (objects.length === 1 && first!.kind === 'field') {
			return board.model.contentsOf(first!).filter((id) => board.model.find(id)?.kind === 'note');
		}
		return objects.filter((object) => object.kind === 'note').map((object) => object.id);
	});
	const FORM_ICONS = { card: Rectangle, square: Square, oval: Ellipse, round: Circle };
	const SHAPE_ICONS = { rectangle: Rectangle, rounded: SquareRound, ellipse: Circle, diamond: Diamond };
	const FORM_LABELS: Record<string, () => string> = {
		card: () => m.form_card(),
		square: () => m.form_square(),
		oval: () => m.form_oval(),
		round: () => m.form_round(),
		rectangle: () => m.shape_rectangle(),
		rounded: () => m.shape_rounded(),
		ellipse: () => m.shape_ellipse(),
		diamond: () => m.shape_diamond(),
		title: () => m.role_title(),
		heading: () => m.role_heading(),
		body: () => m.role_body(),
	};
	const set = (key: string) => (value: string) => board.restyle({ [key]: value });
</script>

{#if label !== '' && board.mayEdit}
	<span class="what">{label}</span>
	<div class="properties">
		{#if kind === 'note' || (objects.length > 1 && kinds.has('note'))}
			<Swatches of="pigments" value={style['pigment']} onchoose={set('pigment')} label={m.pigment()} />
		{/if}
		{#if kind === 'note'}
			<div class="group" role="group" aria-label={m.form()}>
				{#each NOTE_FORMS as form (form)}
					{@const Icon = FORM_ICONS[form]}
					<button
						class="icon-button"
						aria-pressed={style['form'] === form}
						aria-label={FORM_LABELS[form]!()}
						title={FORM_LABELS[form]!()}
						onclick={() => set('form')(form)}><Icon size={17} /></button
					>
				{/each}
			</div>
		{:else if kind === 'shape'}
			<div class="group" role="group" aria-label={m.kind_shape()}>
				{#each SHAPES as shape (shape)}
					{@const Icon = SHAPE_ICONS[shape]}
					<button
						class="icon-button"
						aria-pressed={style['shape'] === shape}
						aria-label={FORM_LABELS[shape]!()}
						title={FORM_LABELS[shape]!()}
						onclick={() => set('shape')(shape)}><Icon size={17} /></button
					>
				{/each}
			</div>
			<Swatches of="pigments" none value={style['fill']} onchoose={set('fill')} label={m.fill()} size={20} />
		{:else if kind === 'text'}
			<div class="group" role="group" aria-label={m.text_role()}>
				{#each TEXT_ROLES as role (role)}
					<button
						class="button plain role"
						aria-pressed={style['role'] === role}
						onclick={() => set('role')(role)}>{FORM_LABELS[role]!()}</button
					>
				{/each}
			</div>
		{:else if kind === 'connector'}
			<div class="group" role="group" aria-label={m.route()}>
				<button
					class="icon-button"
					aria-pressed={style['route'] === 'straight'}
					aria-label={m.route_straight()}
					title={m.route_straight()}
					onclick={() => set('route')('straight')}><Slash size={17} /></button
				>
				<button
					class="icon-button"
					aria-pressed={style['route'] === 'right-angled'}
					aria-label={m.route_right_angled()}
					title={m.route_right_angled()}
					onclick={() => set('route')('right-angled')}><Route size={17} /></button
				>
			</div>
			{#if objects.length > 0}
				<div class="group" role="group" aria-label={m.ends()}>
					{#each [['start', m.end_start()], ['end', m.end_end()]] as const as [end, name] (end)}
						<button
							class="icon-button"
							aria-pressed={style[end] === 'arrow'}
							aria-label={name}
							title={name}
							onclick={() => set(end)(style[end] === 'arrow' ? 'none' : 'arrow')}
							><MoveRight size={17} style={end === 'start' ? 'transform: scaleX(-1)' : ''} /></button
						>
					{/each}
				</div>
			{/if}
		{/if}
		{#if kind === 'text' || kind === 'connector' || kind === 'field' || kind === 'theme'}
			<Swatches of="chalks" value={style['chalk']} onchoose={set('chalk')} label={m.chalk()} size={20} />
		{/if}
		{#if objects.length > 0}
			<span class="bar"></span>
			{#if sortable.length > 1}
				<button class="button" onclick={() => onthemes(sortable)}
					><Sparkles size={16} />{m.sort_into_themes()}</button
				>
			{/if}
			{#if objects.length === 1}
				<button
					class="icon-button"
					aria-label={m.command_edit()}
					title={m.command_edit()}
					onclick={() => board.startEditing(first!.id)}><Pencil size={17} /></button
				>
			{/if}
			<button
				class="icon-button"
				aria-label={m.command_duplicate()}
				title={m.command_duplicate()}
				onclick={() => board.duplicate()}><Copy size={17} /></button
			>
			<button
				class="icon-button"
				aria-label={m.command_remove()}
				title={m.command_remove()}
				onclick={() => board.remove()}><Trash size={17} /></button
			>
		{/if}
	</div>
{/if}

<style>
	.what {
		flex: none;
		max-width: 130px;
		margin-right: 12px;
		overflow: hidden;
		color: var(--frame-quiet);
		font-size: var(--size-small);
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.properties,
	.group {
		display: flex;
		flex: none;
		align-items: center;
	}
	.properties {
		gap: 10px;
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
