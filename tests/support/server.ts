/** A server of the built application for tests: its own database, its own port, killed and started at will. */
import { spawn, type ChildProcess } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import postgres from 'postgres';

const ROOT = new URL('../..', import.meta.url).pathname;

/** Address of the cluster that tests use; `./wandtafel test` starts it. */
function clusterUrl(): URL {
	const url = process.env['TEST_DATABASE_URL'];
	if (!url) throw new Error('TEST_DATABASE_URL is missing: run these tests with ./wandtafel test');
	return new URL(url);
}

export function freePort(): Promise<number> {
	return new Promise((resolve, reject) => {
		const server = createServer();
		server.once('error', reject);
		server.listen(0, '127.0.0.1', () => {
			const { port } = server.address() as { port: number };
			server.close(() => resolve(port));
		});
	});
}

/** Letters of a log that are shown where a server ended by itself. */
const LAST_WORDS = 4000;

/** Runs one of the built commands and gives what it printed; rejects when it fails. */
export function run(
	script: string,
	args: string[],
	env: Record<string, string>,
	input = '',
): Promise<{ out: string; err: string; code: number }> {
	return new Promise((resolve) => {
		const child = spawn(process.execPath, [script, ...args], { cwd: ROOT, env: { ...process.env, ...env } });
		let out = '';
		let err = '';
		child.stdout.on('data', (data: Buffer) => (out += data.toString()));
		child.stderr.on('data', (data: Buffer) => (err += data.toString()));
		child.once('close', (code) => resolve({ out, err, code: code ?? 1 }));
		child.stdin.end(input);
	});
}

export interface TestServer {
	url: string;
	port: number;
	databaseUrl: string;
	sql: postgres.Sql;
	/** Settings and secrets of the demo, where it was seeded. */
	demo: { key: string; token: string };
	/** Its process. */
	pid: () => number;
	/** What the server wrote to its log. */
	log: () => string;
	/** Ends the process the hard way, as a power cut would. */
	kill: () => Promise<void>;
	/** Tells the process to stop, and waits for it. */
	end: () => Promise<void>;
	start: () => Promise<void>;
	stop: () => Promise<void>;
}

const DEMO = {
	key: 'demo-key-for-tests-0123',
	token: 'demo-token-for-tests',
	password: 'demo-password-for-tests',
};

/**
 * Name of a database to copy: migrated, with the demo if wanted. The first test that needs it makes
 * it; others wait meanwhile. Its name says of which build it is, as a cluster may outlive one.
 */
async function templateDatabase(
	admin: postgres.Sql,
	url: URL,
	env: Record<string, string>,
	demo: boolean,
): Promise<string> {
	const build = createHash('sha256');
	for (const part of ['build/cli/seed.js', 'drizzle/meta/_journal.json'])
		build.update(await readFile(`${ROOT}${part}`));
	// A step of the demo runs from the moment of seeding on, so a demo is good for five minutes.
	if (demo) build.update(String(Math.floor(Date.now() / 300_000)));
	const name = `template_${demo ? 'demo' : 'empty'}_${build.digest('hex').slice(0, 12)}`;
	const LOCK = 20_261_130;
	await admin`select pg_advisory_lock(${LOCK})`;
	try {
		const [found] = await admin`select 1 from pg_database where datname = ${name}`;
		if (found) return name;
		await admin.unsafe(`drop database if exists ${name}_unfinished`);
		await admin.unsafe(`create database ${name}_unfinished`);
		url.pathname = `/${name}_unfinished`;
		const made = { ...env, DATABASE_URL: url.href };
		for (const [script, ...args] of [
			['build/cli/migrate.js'],
			...(demo ? [['build/cli/seed.js', '--token', DEMO.token]] : []),
		] as [string, ...string[]][]) {
			const { code, err } = await run(script, args, made);
			if (code !== 0) throw new Error(err);
		}
		await admin.unsafe(`alter database ${name}_unfinished rename to ${name}`);
		return name;
	} finally {
		await admin`select pg_advisory_unlock(${LOCK})`;
	}
}

/** Makes a database, migrates it, seeds the demo if wanted, and starts a server on it. */
export async function startServer(
	options: {
		demo?: boolean;
		env?: Record<string, string>;
		/** Another server whose database it shares. */
		like?: TestServer;
		/** Address of another cluster than that of all tests. */
		at?: string;
	} = {},
): Promise<TestServer> {
	const name = `t_${randomBytes(6).toString('hex')}`;
	const cluster = (): URL => (options.at ? new URL(options.at) : clusterUrl());
	const admin = postgres(cluster().href, { max: 1, onnotice: () => {} });
	const url = cluster();
	url.pathname = `/${name}`;
	const databaseUrl = options.like?.databaseUrl ?? url.href;
	const env = {
		DATABASE_URL: databaseUrl,
		WANDTAFEL_SECRET: 'a-secret-for-tests-of-at-least-32-characters',
		WANDTAFEL_DEMO_PASSWORD: DEMO.password,
		WANDTAFEL_DEMO_KEY: DEMO.key,
		WANDTAFEL_LOG: 'error',
		...options.env,
	};
	if (!options.like) {
		const template = await templateDatabase(admin, cluster(), env, options.demo ?? false);
		await admin.unsafe(`create database ${name} template ${template}`);
	}
	const port = await freePort();
	const sql = postgres(databaseUrl, { max: 2, onnotice: () => {} });
	let child: ChildProcess | undefined;
	let written = '';

	const server: TestServer = {
		url: `http://127.0.0.1:${port}`,
		port,
		databaseUrl,
		sql,
		demo: { key: DEMO.key, token: DEMO.token },
		pid: () => child!.pid!,
		log: () => written,
		async start() {
			const started = spawn(process.execPath, ['build/server.js'], {
				cwd: ROOT,
				env: { ...process.env, ...env, HOST: '127.0.0.1', PORT: String(port) },
				stdio: ['ignore', 'ignore', 'pipe'],
			});
			child = started;
			await new Promise<void>((resolve, reject) => {
				started.stderr.on('data', (data: Buffer) => {
					written += data.toString();
					if (written.includes('answers on')) resolve();
				});
				started.once('exit', (code) => reject(new Error(`The server ended (${code}): ${written}`)));
			});
			started.once('exit', (code, signal) => {
				// Nobody asked it to: whoever looks for the reason has its last words.
				if (child === started)
					process.stderr.write(
						`A server ended by itself (${code ?? signal}):\n${written.slice(-LAST_WORDS)}\n`,
					);
			});
		},
		async kill() {
			await end('SIGKILL');
			written = '';
		},
		end: () => end('SIGTERM'),
		async stop() {
			await end('SIGTERM');
			await sql.end();
			if (!options.like) await admin.unsafe(`drop database if exists ${name} with (force)`);
			await admin.end();
		},
	};
	const end = async (signal: NodeJS.Signals): Promise<void> => {
		const ending = child;
		child = undefined;
		if (!ending || ending.exitCode !== null) return;
		const gone = new Promise((resolve) => ending.once('exit', resolve));
		ending.kill(signal);
		await gone;
	};
	await server.start();
	return server;
}
