/** Pictures that are put on boards. */
import sharp from 'sharp';
import type { TestPerson } from './people';
import type { TestServer } from './server';

/** Takes a plain picture in for a board. Returns its hash. */
export async function uploadPicture(
	server: TestServer,
	who: TestPerson,
	board: string,
	width: number,
	height: number,
): Promise<string> {
	const create = { width, height, channels: 3, background: '#c05a3c' } as const;
	const upload = await fetch(`${server.url}/api/boards/${board}/files`, {
		method: 'POST',
		headers: { cookie: who.cookie, origin: server.url, 'content-type': 'image/png' },
		body: Buffer.from(await sharp({ create }).png().toBuffer()),
	});
	return ((await upload.json()) as { hash: string }).hash;
}
