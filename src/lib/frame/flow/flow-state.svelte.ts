/** The flow that is looked at, with what was found on it and what its times say. */
import { flowAt, flowsOn, type BoardFlow } from '$core/board/flows';
import { waive } from '$core/board/ops/flow-values';
import { checkFlow, type Finding, type FindingType } from '$core/flow/check';
import type { SimulatedRuns } from '$core/flow/simulate';
import { timesOf } from '$core/flow/times';
import type { Board } from '../../board/board.svelte';
import { simulateBeside } from '../../board/flow-worker';
import { findingWords } from '../../words/flows';

export interface TrackedFinding extends Finding {
	/** The object that it is shown at. */
	at: string;
	says: string;
	/** Why it is set aside. */
	reason: string | undefined;
}

export class FlowState {
	/** A step of the flow that was looked at last: it stays when something else is selected. */
	private last = $state<string | undefined>();

	constructor(private readonly board: Board) {}

	/** Flows on this sheet. */
	readonly all = $derived.by((): BoardFlow[] => flowsOn(this.board.room.observed, this.board.sheet));

	readonly current = $derived.by((): BoardFlow | undefined => {
		const model = this.board.room.observed;
		const [selected] = this.board.selection;
		const own = selected === undefined ? undefined : flowAt(model, selected);
		// Steps that stand in a field or in lanes are a flow before they are linked.
		if (own && (own.flow.links.length > 0 || own.scope !== undefined)) return own;
		const isHere = this.last !== undefined && model.find(this.last)?.sheet === this.board.sheet;
		const last = isHere ? flowAt(model, this.last!) : undefined;
		return last ?? this.all[0];
	});

	readonly findings = $derived.by((): TrackedFinding[] => {
		const flow = this.current?.flow;
		if (!flow) return [];
		return checkFlow(flow).map((finding) => {
			const at = finding.ids[0]!;
			const reason = this.board.model.find(at)?.waivers?.[finding.type];
			return { ...finding, at, says: findingWords(finding, flow), reason };
		});
	});

	readonly open = $derived(this.findings.filter(({ reason }) => reason === undefined));
	readonly aside = $derived(this.findings.filter(({ reason }) => reason !== undefined));
	readonly times = $derived.by(() => this.current && timesOf(this.current.flow));

	/**
	 * What the current flow is known by, so that runs are not made anew for what changes nothing.
	 */
	readonly signature = $derived(JSON.stringify(this.times && this.current?.flow));
	runs = $state.raw<SimulatedRuns | undefined>();

	/** Makes runs of the current flow, beside the page. */
	async simulate(): Promise<void> {
		const { signature, current } = this;
		const runs = current && this.times ? await simulateBeside(current.flow) : undefined;
		if (this.signature === signature) this.runs = runs;
	}

	/** Goes on looking at the flow of an object. */
	look(id: string): void {
		this.last = id;
	}

	setAside(at: string, type: FindingType, reason: string | undefined): void {
		waive(this.board.room.editContext, this.board.model, at, type, reason);
	}
}
