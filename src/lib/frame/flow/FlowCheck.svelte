<script lang="ts">
	/**
	 * Findings on the flow, each a sentence that leads to where it is; some are set aside with a
	 * reason.
	 */
	import { m } from '$lib/messages';
	import CircleCheck from '@lucide/svelte/icons/circle-check';
	import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
	import type { Board } from '../../board/board.svelte';
	import type { FlowState, TrackedFinding } from './flow-state.svelte';

	const { board, flow }: { board: Board; flow: FlowState } = $props();
	/** The finding whose reason is being written. */
	let asked = $state<string | undefined>();
	let reason = $state('');
	const keyOf = ({ type, ids }: TrackedFinding): string => `${type} ${ids.join(' ')}`;

	function ask(finding: TrackedFinding): void {
		asked = keyOf(finding);
		reason = '';
	}
	function setAside(event: Event, { at, type }: TrackedFinding): void {
		event.preventDefault();
		if (reason.trim() === '') return;
		flow.setAside(at, type, reason.trim());
		asked = undefined;
	}
	function show({ ids, at }: TrackedFinding): void {
		board.goTo(at);
		if (ids.length > 1) board.showAll(ids);
	}
</script>

<h3 class="label">{m.flow_check()}</h3>
{#if flow.open.length === 0}
	<p class="right" role="status"><CircleCheck size={17} />{m.flow_right()}</p>
{:else}
	<p class="quiet" role="status">{m.flow_findings({ count: flow.open.length })}</p>
	<ul data-testid="findings">
		{#each flow.open as finding (keyOf(finding))}
			<li>
				<div class="finding">
					<TriangleAlert size={16} />
					<button type="button" class="text" onclick={() => show(finding)}>{finding.says}</button>
					{#if board.mayAll && asked !== keyOf(finding)}<button
							type="button"
							class="button small"
							onclick={() => ask(finding)}>{m.flow_set_aside()}</button
						>{/if}
				</div>
				{#if asked === keyOf(finding)}
					<form class="reason" onsubmit={(event) => setAside(event, finding)}>
						<!-- svelte-ignore a11y_autofocus -->
						<input
							class="entry"
							maxlength="300"
							aria-label={m.flow_reason()}
							placeholder={m.flow_reason()}
							bind:value={reason}
							autofocus
							onkeydown={(event) => event.key === 'Escape' && (asked = undefined)}
						/>
						<button type="submit" class="button small" disabled={reason.trim() === ''}
							>{m.flow_set_aside()}</button
						>
					</form>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
{#if flow.aside.length > 0}
	<details>
		<summary>{m.flow_aside_count({ count: flow.aside.length })}</summary>
		<ul>
			{#each flow.aside as finding (keyOf(finding))}
				<li>
					<div class="finding">
						<button type="button" class="text" onclick={() => show(finding)}>{finding.says}</button>
						{#if board.mayAll}<button
								type="button"
								class="button small"
								onclick={() => flow.setAside(finding.at, finding.type, undefined)}>{m.flow_take_up()}</button
							>{/if}
					</div>
					<p class="quiet">{finding.reason}</p>
				</li>
			{/each}
		</ul>
	</details>
{/if}

<style>
	ul {
		margin: 4px 0;
		padding: 0;
		list-style: none;
	}
	li {
		padding: 5px 0;
		border-top: 1px solid var(--frame-line);
	}
	.finding {
		display: flex;
		align-items: flex-start;
		gap: 7px;
	}
	.finding > :global(svg) {
		flex: none;
		margin-top: 3px;
		color: var(--frame-accent);
	}
	.text {
		flex: 1;
		text-align: left;
	}
	.text:hover {
		text-decoration: underline;
	}
	.small {
		flex: none;
		min-height: 26px;
		padding: 1px 8px;
		font-size: var(--size-small);
	}
	.reason {
		display: flex;
		gap: 6px;
		margin-top: 5px;
	}
	.reason .entry {
		flex: 1;
		min-width: 0;
	}
	.right {
		display: flex;
		align-items: flex-start;
		gap: 7px;
	}
	.right > :global(svg) {
		flex: none;
		margin-top: 3px;
	}
	summary {
		cursor: pointer;
	}
</style>
