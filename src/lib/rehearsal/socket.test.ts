import { once } from 'node:events';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { describe, expect, it } from 'vitest';
import { socketWith } from './socket';

describe('a socket of somebody without a browser', () => {
	it('can be closed before it is open, and nobody has to listen', async () => {
		const heard: string[] = [];
		// It takes the connection and never answers.
		const silent = createServer((connection) => connection.on('data', (data) => heard.push(String(data))));
		silent.listen(0, '127.0.0.1');
		await once(silent, 'listening');
		const Socket = socketWith({ cookie: 'who=piet' });
		const socket = new Socket(`ws://127.0.0.1:${(silent.address() as AddressInfo).port}`);
		await expect.poll(() => heard.join('')).toContain('who=piet');
		socket.close();
		await new Promise((closed) => void socket.on('close', closed));
		expect(socket.readyState).toBe(Socket.CLOSED);
		silent.close();
	});
});
