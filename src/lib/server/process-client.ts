/**
 * A process of its own that answers questions: for what takes long and nobody waits for. Unlike a thread it shares neither the
 * collector of garbage nor its priority with the server.
 */
import { fork } from 'node:child_process';
import { WorkerClient, type Answer, type Running } from './worker-client';

/** How long one is kept without a question, ms: it may hold hundreds of megabytes. */
const IDLE = 60_000;

export class ProcessClient<Q, A> extends WorkerClient<Q, A> {
	protected open(hear: (answer: Answer<A>) => void, ended: (why?: unknown) => void): Running {
		const child = fork(this.path, [], { serialization: 'advanced', stdio: ['ignore', 2, 2, 'ipc'] });
		child.unref();
		child.channel?.unref();
		child.on('message', (answer) => hear(answer as Answer<A>));
		child.on('error', ended);
		child.on('exit', (code, signal) => ended(new Error(`It ended (${signal ?? code}).`)));
		let idle: ReturnType<typeof setTimeout> | undefined;
		return {
			post: (message) => void child.send(message),
			hold: (isAwaited) => {
				clearTimeout(idle);
				if (isAwaited) child.channel?.ref();
				else {
					child.channel?.unref();
					idle = setTimeout(() => {
						ended();
						if (child.connected) child.disconnect();
					}, IDLE).unref();
				}
			},
		};
	}
}
