/**
 * Messages are compiled before anything is built, and again when one changes during development.
 */
import type { Plugin } from 'vite';
import { writeModules } from './files';

export function messages(): Plugin {
	let root = process.cwd();
	return {
		name: 'wandtafel-messages',
		enforce: 'pre',
		configResolved(config) {
			root = config.root;
			writeModules(root);
		},
		configureServer(server) {
			server.watcher.add('messages');
			server.watcher.on('change', (file) => {
				if (/messages[\\/][\w-]+\.json$/.test(file)) writeModules(root);
			});
		},
	};
}
