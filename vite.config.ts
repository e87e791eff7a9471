import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig, type Plugin } from 'vite';
import { messages } from './scripts/messages/plugin';

/** In development the pages and the live documents share one port, as they do in production. */
function liveDocuments(): Plugin {
	return {
		name: 'wandtafel-live-documents',
		configureServer(server) {
			server.httpServer?.on('upgrade', (request, socket, head) => {
				if (!request.url?.startsWith('/sync')) return;
				void server
					.ssrLoadModule('/src/lib/server/live/upgrade.ts')
					.then((module) => module.handleUpgrade(request, socket, head));
			});
		},
	};
}

export default defineConfig({
	plugins: [tailwindcss(), messages(), sveltekit(), liveDocuments()],
	build: { target: 'es2022', chunkSizeWarningLimit: 900 },
	ssr: { external: ['@resvg/resvg-js', 'fontkit', 'onnxruntime-node'] },
});
