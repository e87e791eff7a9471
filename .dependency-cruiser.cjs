/** Which way imports may run, and that none run in circles. Types alone make no circle at run time. */
const atRunTime = { dependencyTypesNot: ['type-only'] };

module.exports = {
	forbidden: [
		{
			name: 'no-circles',
			severity: 'error',
			from: {},
			to: { circular: true, viaOnly: atRunTime },
		},
		{
			name: 'core-stands-alone',
			severity: 'error',
			from: { path: '^src/core/' },
			to: { path: '^(src/(lib|routes|workers)|server)/' },
		},
		{
			// Reading a board needs nothing of what changes it.
			name: 'model-without-operations',
			severity: 'error',
			from: { path: '^src/core/board/(kinds|model|shapes)/', pathNot: '\\.test\\.ts$' },
			to: { path: '^src/core/board/ops/', ...atRunTime },
		},
		{
			name: 'kinds-without-model',
			severity: 'error',
			from: { path: '^src/core/board/(kinds|shapes)/', pathNot: '\\.test\\.ts$' },
			to: { path: '^src/core/board/model/', ...atRunTime },
		},
		{
			name: 'browser-without-server',
			severity: 'error',
			from: { path: '^src/lib/(board|boards|frame|room|templates|ui|words)/' },
			to: { path: '^(src/lib/server|src/routes|server)/', ...atRunTime },
		},
		{
			name: 'server-without-interface',
			severity: 'error',
			from: { path: '^src/lib/server/' },
			to: { path: '^src/(lib/(board|frame|room|ui)|routes)/' },
		},
	],
	options: {
		doNotFollow: { path: 'node_modules' },
		exclude: { path: '(^|/)(compiled|\\.svelte-kit)/' },
		tsConfig: { fileName: 'tsconfig.json' },
		tsPreCompilationDeps: 'specify',
		enhancedResolveOptions: { extensions: ['.ts', '.js', '.svelte', '.svelte.ts'] },
	},
};
