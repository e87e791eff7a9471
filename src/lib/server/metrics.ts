/** What the server tells about itself, in Prometheus' text format. Numbers only: no names, no texts. */
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';
import { once } from './once';

/** What is counted only when it is asked for. */
export interface Sources {
	/** Live documents in memory. */
	documents: () => number;
	/** Open connections to documents; one person has one to each layer of a board. */
	connections: () => number;
}

function make() {
	const register = new Registry();
	collectDefaultMetrics({ register });
	const registers = [register];
	let sources: Sources | undefined;
	const gauge = (name: string, help: string, read: (from: Sources) => number): void =>
		void new Gauge({
			name,
			help,
			registers,
			collect() {
				this.set(sources ? read(sources) : 0);
			},
		});
	gauge('wandtafel_documents', 'Live documents in memory', (from) => from.documents());
	gauge('wandtafel_connections', 'Open connections to live documents', (from) => from.connections());
	return {
		register,
		/** Says where to count. */
		from(given: Sources): void {
			sources = given;
		},
		updates: new Counter({
			name: 'wandtafel_updates_committed_total',
			help: 'Edits committed to the database',
			registers,
		}),
		failed: new Counter({
			name: 'wandtafel_updates_failed_total',
			help: 'Edits that could not be committed; their senders keep them and send them again',
			registers,
		}),
		commit: new Histogram({
			name: 'wandtafel_commit_seconds',
			help: 'Time to commit a batch of edits',
			buckets: [0.002, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 1, 5],
			registers,
		}),
		refused: new Counter({
			name: 'wandtafel_refused_total',
			help: 'Connections ended because of what they sent',
			labelNames: ['why'] as const,
			registers,
		}),
		requests: new Histogram({
			name: 'wandtafel_request_seconds',
			help: 'Time to answer requests, by route and status',
			labelNames: ['route', 'method', 'status'] as const,
			buckets: [0.005, 0.02, 0.1, 0.5, 2, 10],
			registers,
		}),
	};
}

export const metrics = (): ReturnType<typeof make> => once('metrics', make);
