/** Stands in front of several servers and sends everybody to the one that is chosen, as a load balancer would. */
import { createServer, connect, type AddressInfo, type Socket } from 'node:net';

export interface Balancer {
	port: number;
	url: string;
	/** Sends new connections to another port. */
	to: (port: number) => void;
	close: () => Promise<void>;
}

export async function startBalancer(port: number): Promise<Balancer> {
	let target = port;
	const open = new Set<Socket>();
	const server = createServer((socket) => {
		const onward = connect(target, '127.0.0.1');
		for (const each of [socket, onward]) {
			open.add(each);
			each.once('close', () => open.delete(each));
		}
		socket.pipe(onward).pipe(socket);
		socket.on('error', () => onward.destroy());
		onward.on('error', () => socket.destroy());
		onward.on('close', () => socket.destroy());
		socket.on('close', () => onward.destroy());
	});
	await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
	const { port: own } = server.address() as AddressInfo;
	return {
		port: own,
		url: `http://127.0.0.1:${own}`,
		to: (next) => (target = next),
		close: () => {
			for (const socket of open) socket.destroy();
			return new Promise((resolve) => server.close(() => resolve()));
		},
	};
}
