/** A PostgreSQL of its own for tests that hurt it: killed the hard way, or with a disk that is full. */
import { execFileSync } from 'node:child_process';
import {
	chownSync,
	existsSync,
	mkdirSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	rmSync,
	openSync,
	closeSync,
	writeSync,
	writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from './server';

const asRoot = process.getuid?.() === 0;

/** Where PostgreSQL's programs are: the newest of Debian's, or those in the path. */
function programs(): string {
	const base = '/usr/lib/postgresql';
	const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
	const found = versions
		.map((version) => join(base, version, 'bin'))
		.find((bin) => existsSync(join(bin, 'postgres')));
	return found ?? '/usr/bin';
}

/** PostgreSQL refuses to run as root. */
function run(program: string, args: string[], env: Record<string, string> = {}): string {
	const [command, all] = asRoot ? ['runuser', ['-u', 'postgres', '--', program, ...args]] : [program, args];
	return execFileSync(command, all, {
		encoding: 'utf8',
		env: { ...process.env, ...env },
		cwd: tmpdir(),
		stdio: 'pipe',
	});
}

export interface TestCluster {
	url: string;
	start: () => Promise<void>;
	/** Ends every process of it at once, as a power cut would. */
	kill: () => Promise<void>;
	/** Leaves no room on its disk, or gives it back. */
	fill: (full: boolean) => void;
	stop: () => void;
}

/**
 * Makes and starts a cluster. With `disk` its data lies on a small disk of so many megabytes: a disk in memory where that can be
 * mounted, and a limit to the size of its files elsewhere.
 */
export async function startCluster({ disk }: { disk?: number } = {}): Promise<TestCluster> {
	const folder = mkdtempSync(join(tmpdir(), 'cluster-'));
	const bin = programs();
	const port = await freePort();
	const isMounted = disk !== undefined && mount(folder, disk);
	const data = join(folder, 'data');
	mkdirSync(data, { mode: 0o700 });
	const log = join(folder, 'log');
	writeFileSync(log, '');
	if (asRoot) {
		const [uid, gid] = ['-u', '-g'].map((what) =>
			Number(execFileSync('id', [what, 'postgres'], { encoding: 'utf8' })),
		);
		for (const path of [folder, data, log]) chownSync(path, uid!, gid!);
	}
	// Small, so that a full disk is near; durable, for that is what is tried.
	run(join(bin, 'initdb'), [
		'-D',
		data,
		'-U',
		'wandtafel',
		'--auth=trust',
		'--encoding=UTF8',
		'--locale=C.UTF-8',
		'--no-sync',
		'--wal-segsize=1',
	]);
	const settings = [
		'max_wal_size=4MB',
		'min_wal_size=2MB',
		'max_connections=60',
		'shared_buffers=16MB',
		"unix_socket_directories=''",
		'listen_addresses=127.0.0.1',
		`port=${port}`,
	];
	const ballast = join(folder, 'ballast');

	const isUp = (): boolean => {
		try {
			run(join(bin, 'pg_isready'), ['-q', '-h', '127.0.0.1', '-p', String(port)]);
			return true;
		} catch {
			return false;
		}
	};

	const cluster: TestCluster = {
		url: `postgres://wandtafel@127.0.0.1:${port}/postgres`,
		async start() {
			if (isUp()) return;
			// A start after a crash may find the old shared memory still being let go.
			for (let tries = 0; ; tries++) {
				try {
					run(join(bin, 'pg_ctl'), [
						'-D',
						data,
						'-w',
						'-t',
						'60',
						'-l',
						log,
						'-o',
						settings.map((each) => `-c ${each}`).join(' '),
						'start',
					]);
					return;
				} catch (error) {
					if (tries > 20)
						throw new Error(`${String(error)}\n${readFileSync(log, 'utf8').slice(-2000)}`, { cause: error });
					await new Promise((done) => setTimeout(done, 250));
				}
			}
		},
		async kill() {
			const master = readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]!;
			const all = [Number(master), ...childrenOf(Number(master))];
			// The master first: it must not notice that a child was killed.
			process.kill(all[0]!, 'SIGKILL');
			for (const pid of all.slice(1)) {
				try {
					process.kill(pid, 'SIGKILL');
				} catch {
					// Gone already.
				}
			}
			while (all.some((pid) => existsSync(`/proc/${pid}`) && !isZombie(pid)))
				await new Promise((done) => setTimeout(done, 20));
			rmSync(join(data, 'postmaster.pid'), { force: true });
		},
		fill(full) {
			if (!isMounted) return limitFiles(data, full);
			if (!full) return rmSync(ballast, { force: true });
			const file = openSync(ballast, 'w');
			const block = Buffer.alloc(64 * 1024);
			try {
				for (;;) writeSync(file, block);
			} catch (error) {
				if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error;
			} finally {
				closeSync(file);
			}
		},
		stop() {
			try {
				run(join(bin, 'pg_ctl'), ['-D', data, '-m', 'immediate', '-w', 'stop']);
			} catch {
				// Not running.
			}
			if (isMounted) execFileSync('umount', ['-l', folder]);
			rmSync(folder, { recursive: true, force: true });
		},
	};
	await cluster.start();
	return cluster;
}

/** Mounts a small disk in memory over a folder; false where that is not allowed. */
function mount(folder: string, megabytes: number): boolean {
	if (!asRoot) return false;
	try {
		execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder], { stdio: 'pipe' });
		return true;
	} catch {
		return false;
	}
}

/** Ids of the processes that another one started. */
function childrenOf(parent: number): number[] {
	return readdirSync('/proc')
		.filter((name) => /^\d+$/.test(name))
		.map(Number)
		.filter((pid) => {
			try {
				return Number(readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ')[1]) === parent;
			} catch {
				return false;
			}
		});
}

/** Where no disk can be mounted: lets none of the cluster's processes write a file any longer than it is. */
function limitFiles(data: string, isFull: boolean): void {
	// PostgreSQL may have given up meanwhile; started anew it has no limit.
	if (!existsSync(join(data, 'postmaster.pid'))) return;
	const master = readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]!;
	// As whoever runs the cluster: root of a container may not.
	const limit = (pid: number): void =>
		void run('prlimit', ['--pid', String(pid), `--fsize=${isFull ? 8192 : 'unlimited'}:unlimited`]);
	limit(Number(master));
	for (const pid of childrenOf(Number(master))) {
		try {
			limit(pid);
		} catch {
			// Gone meanwhile; the next ones have the master's limit.
		}
	}
}

function isZombie(pid: number): boolean {
	try {
		return /\) Z /.test(readFileSync(`/proc/${pid}/stat`, 'utf8'));
	} catch {
		return true;
	}
}
