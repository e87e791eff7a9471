/** A Redis of its own for tests: stopped and started at will, with nothing on the disk. */
import { spawn, type ChildProcess } from 'node:child_process';
import { freePort } from './server';

export interface TestRedis {
	url: string;
	stop: () => Promise<void>;
	start: () => Promise<void>;
}

export async function startRedis(): Promise<TestRedis> {
	const port = await freePort();
	let child: ChildProcess | undefined;
	const redis: TestRedis = {
		url: `redis://127.0.0.1:${port}`,
		async start() {
			const started = spawn(
				'redis-server',
				['--port', String(port), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no'],
				{ stdio: ['ignore', 'pipe', 'ignore'] },
			);
			child = started;
			await new Promise<void>((resolve, reject) => {
				let said = '';
				started.stdout.on('data', (data: Buffer) => {
					said += data.toString();
					if (/Ready to accept connections/.test(said)) resolve();
				});
				started.once('error', reject);
				started.once('exit', (code) => reject(new Error(`Redis ended (${code}): ${said}`)));
			});
		},
		async stop() {
			const ending = child;
			child = undefined;
			if (!ending || ending.exitCode !== null) return;
			const gone = new Promise((resolve) => ending.once('exit', resolve));
			ending.kill('SIGTERM');
			await gone;
		},
	};
	await redis.start();
	return redis;
}
