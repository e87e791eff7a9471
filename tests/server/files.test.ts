/** Pictures: what is taken in, what is refused, and who may see them. */
import sharp, { type Sharp } from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addObject } from '$core/board/ops/edits';
import { connect, until } from '../support/client';
import { facilitator, guest, makeBoard, makeLink, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let board: string;

beforeAll(async () => {
	server = await startServer({ demo: true });
	owner = await facilitator(server);
	board = await makeBoard(owner);
});
afterAll(() => server?.stop());

const send = (person: TestPerson, body: Buffer | string): Promise<Response> =>
	fetch(`${server.url}/api/boards/${board}/files`, {
		method: 'POST',
		headers: { cookie: person.cookie, origin: server.url, 'content-type': 'application/octet-stream' },
		body: body as BodyInit,
	});
interface Stored {
	hash: string;
	type: string;
	width: number;
	height: number;
	animated: boolean;
	message?: string;
}
const stored = async (response: Response): Promise<Stored> => (await response.json()) as Stored;
const bytes = async (path: string, person = owner): Promise<Buffer> =>
	Buffer.from(await (await person.request('GET', path)).arrayBuffer());

/** A picture whose left half is red and whose right half is blue. */
const halves = (width = 80, height = 40): Sharp =>
	sharp({ create: { width, height, channels: 3, background: '#0000ff' } }).composite([
		{ input: { create: { width: width / 2, height, channels: 3, background: '#ff0000' } }, left: 0, top: 0 },
	]);

describe('taking pictures in', () => {
	it.each(['png', 'jpeg', 'webp', 'avif', 'gif'] as const)('reads %s and keeps it once', async (format) => {
		const file = await halves().toFormat(format).toBuffer();
		const first = await stored(await send(owner, file));
		expect(first).toMatchObject({ type: `image/${format}`, width: 80, height: 40, animated: false });
		expect((await stored(await send(owner, file))).hash).toBe(first.hash);
		const small = await sharp(await bytes(`/api/boards/${board}/files/${first.hash}?w=256`)).metadata();
		expect(small).toMatchObject({ format: 'webp', width: 80, height: 40 });
	});

	it('turns photographs upright and removes what they tell', async () => {
		const file = await halves()
			.withExif({ IFD0: { Artist: 'Somebody', Copyright: 'secret place' } })
			.withMetadata({ orientation: 6 })
			.jpeg()
			.toBuffer();
		const { hash, width, height } = await stored(await send(owner, file));
		expect([width, height]).toEqual([40, 80]);
		const kept = await bytes(`/api/boards/${board}/files/${hash}`);
		const { exif, orientation } = await sharp(kept).metadata();
		expect(exif).toBeUndefined();
		expect(orientation ?? 1).toBe(1);
		expect(kept.includes('Somebody')).toBe(false);
		// Turned by a quarter: what was at the left is on top.
		const { data } = await sharp(kept).raw().toBuffer({ resolveWithObject: true });
		expect(data[0]).toBeGreaterThan(200);
		expect(data[2]).toBeLessThan(60);
	});

	it('keeps the movement of a moving picture', async () => {
		const frames = await Promise.all(
			['#ff0000', '#00ff00'].map((background) =>
				sharp({ create: { width: 20, height: 10, channels: 3, background } })
					.png()
					.toBuffer(),
			),
		);
		const file = await sharp(frames, { join: { animated: true } })
			.gif({ delay: [100, 100], loop: 0 })
			.toBuffer();
		const answer = await stored(await send(owner, file));
		expect(answer).toMatchObject({ width: 20, height: 10, animated: true });
		const kept = await sharp(await bytes(`/api/boards/${board}/files/${answer.hash}`), {
			animated: true,
		}).metadata();
		expect(kept.pages).toBe(2);
	});

	it('cleans drawings of everything that could run or reach out', async () => {
		const file = `<svg xmlns="http://www.w3.org/2000/svg" width="60" height="30" onload="alert(1)">
			<script>alert(2)</script><rect width="60" height="30" fill="#bada55"/>
			<image href="https://elsewhere.example/pixel.png" width="1" height="1"/>
			<a href="javascript:alert(3)"><circle r="5"/></a></svg>`;
		const answer = await stored(await send(owner, file));
		expect(answer).toMatchObject({ type: 'image/svg+xml', width: 60, height: 30 });
		const response = await owner.request('GET', `/api/boards/${board}/files/${answer.hash}`);
		const kept = await response.text();
		expect(kept).toContain('#bada55');
		expect(kept).not.toMatch(/script|onload|elsewhere|javascript/i);
		expect(response.headers.get('content-security-policy')).toContain('sandbox');
		const small = sharp(await bytes(`/api/boards/${board}/files/${answer.hash}?w=256`));
		expect((await small.metadata()).width).toBe(256);
	});

	it.each([
		['nothing', Buffer.alloc(0)],
		['words', Buffer.from('This is no picture at all.')],
		['a program', Buffer.from('#!/bin/sh\necho hello')],
		['a broken picture', Buffer.concat([Buffer.from('89504e470d0a1a0a', 'hex'), Buffer.alloc(500, 7)])],
		['a drawing of nothing', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="0" height="0"/>')],
	])('refuses %s in words', async (_, file) => {
		const response = await send(owner, file);
		expect(response.status).toBe(409);
		expect((await stored(response)).message!.length).toBeGreaterThan(20);
	});

	it('takes large photographs', async () => {
		const { data, info } = await sharp({
			create: {
				width: 1500,
				height: 1000,
				channels: 3,
				background: '#888',
				noise: { type: 'gaussian', mean: 128, sigma: 60 },
			},
		})
			.png({ compressionLevel: 1 })
			.toBuffer({ resolveWithObject: true });
		expect(data.length).toBeGreaterThan(3 * 1024 * 1024);
		expect(await stored(await send(owner, data))).toMatchObject({ width: info.width, height: info.height });
	});

	it('refuses what is too large before it is read', async () => {
		const response = await send(owner, Buffer.alloc(26 * 1024 * 1024, 1));
		expect([409, 413]).toContain(response.status);
	});
});

describe('seeing pictures', () => {
	it('is for those who may enter the board; only editors bring some', async () => {
		const { hash } = await stored(await send(owner, await halves().png().toBuffer()));
		const viewer = await guest(server, (await makeLink(owner, board, 'viewer')).token, 'Onlooker');
		const stranger = await facilitator(server, 'Stranger');
		const path = `/api/boards/${board}/files/${hash}`;
		expect((await viewer.request('GET', path)).status).toBe(200);
		expect((await stranger.request('GET', path)).status).toBe(404);
		expect((await send(viewer, await halves().png().toBuffer())).status).toBe(403);
		const other = await makeBoard(stranger);
		expect((await stranger.request('GET', `/api/boards/${other}/files/${hash}`)).status).toBe(404);
		expect((await owner.request('GET', `${path}?w=77`)).status).toBe(400);
		// Copied to another board, it goes along only for somebody who may see it on the first one.
		const share = (who: TestPerson, to: string) =>
			who.request('POST', `/api/boards/${to}/files/share`, { from: board, hashes: [hash] });
		expect((await share(stranger, other)).status).toBe(404);
		const second = await makeBoard(owner);
		expect((await share(owner, second)).status).toBe(200);
		expect((await owner.request('GET', `/api/boards/${second}/files/${hash}`)).status).toBe(200);
		expect((await stranger.request('GET', `/api/boards/${other}/files/${hash}`)).status).toBe(404);
	});

	it('goes into exports, cropped as on the board', async () => {
		const { hash, width, height } = await stored(await send(owner, await halves().png().toBuffer()));
		const client = await connect(server, owner, board);
		const sheet = client.model.sheets[0]!.id;
		const id = addObject(client.editContext, client.model, {
			kind: 'picture',
			sheet,
			box: [0, 0, 100, 100, 0],
			style: {},
			file: hash,
			natural: [width, height],
			crop: [0.5, 0, 0.5, 1],
		});
		let centre: number[] = [];
		await until(async () => {
			const response = await owner.request('POST', `/api/boards/${board}/export`, {
				format: 'png',
				sheet,
				ids: [id],
			});
			if (response.status !== 200) return false;
			const { data, info } = await sharp(Buffer.from(await response.arrayBuffer()))
				.removeAlpha()
				.raw()
				.toBuffer({ resolveWithObject: true });
			const at = (Math.floor(info.height / 2) * info.width + Math.floor(info.width / 2)) * 3;
			centre = [...data.subarray(at, at + 3)];
			return true;
		}, 'the picture is exported');
		// Only the blue half is shown.
		expect(centre[2]).toBeGreaterThan(200);
		expect(centre[0]).toBeLessThan(60);
		client.destroy();
	});
});
