import { readFileSync } from 'node:fs';
import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/** Dependencies run one way: pages and parts use core; core uses nothing of ours. */
const coreStandsAlone = {
	patterns: [
		{
			group: [
				'$lib',
				'$lib/*',
				'$app/*',
				'$env/*',
				'$service-worker',
				'svelte',
				'svelte/*',
				'**/lib/**',
				'**/routes/**',
			],
			message: 'src/core computes only: it may not import from the interface or the server.',
		},
		{ group: ['node:*', 'fs', 'path', 'crypto'], message: 'src/core runs everywhere: no Node imports.' },
	],
};
const browserOnly = {
	patterns: [
		{
			group: ['$lib/server/*', '$lib/server', '**/lib/server/**'],
			message: 'Browser code may not import server code.',
		},
		{ group: ['**/routes/**'], message: 'Parts may not import pages.' },
	],
};

/**
 * What a role may stands in one table; a comparison elsewhere is forgotten when a role is added.
 */
const comparedRole = {
	selector:
		'BinaryExpression[operator=/^[!=]==?$/] > Literal[value=/^(owner|facilitator|editor|commenter|viewer)$/]',
	message: 'Ask core/access what a role may, instead of comparing its name.',
};

/**
 * What a kind of object can do stands in its descriptor; a comparison elsewhere is forgotten when
 * one is added.
 */
const [, kinds] = readFileSync('src/core/board/kinds/registry.ts', 'utf8').match(/ KINDS:.*? = \{([^}]*)\}/s);
const kindNames = `/^(${kinds.match(/\w+/g).join('|')})$/`;
const comparedKind = {
	selector: [
		`BinaryExpression[operator=/^[!=]==?$/][left.name='kind'] > Literal[value=${kindNames}]`,
		`BinaryExpression[operator=/^[!=]==?$/][left.property.name='kind'] > Literal[value=${kindNames}]`,
		`BinaryExpression[operator=/^[!=]==?$/][left.expression.property.name='kind'] > Literal[value=${kindNames}]`,
		`SwitchStatement[discriminant.name='kind'] > SwitchCase > Literal[value=${kindNames}]`,
		`SwitchStatement[discriminant.property.name='kind'] > SwitchCase > Literal[value=${kindNames}]`,
	].join(', '),
	message:
		'Ask core/board/kinds: traits.ts for what several kinds have in common, guards.ts for what an object is.',
};

export default ts.config(
	{
		ignores: [
			'build/',
			'.svelte-kit/',
			'.data/',
			'node_modules/',
			'src/lib/messages/compiled/',
			'drizzle/',
			'static/',
			'test-results/',
		],
	},
	js.configs.recommended,
	...ts.configs.recommended,
	...svelte.configs['flat/recommended'],
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			'no-undef': 'off',
			'@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
			'no-console': ['error', { allow: ['warn', 'error'] }],
			eqeqeq: 'error',
		},
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: {
				projectService: true,
				extraFileExtensions: ['.svelte'],
				parser: ts.parser,
				svelteConfig,
			},
		},
		rules: {
			'svelte/no-navigation-without-resolve': 'off',
			// Without a type, a button in a form sends it.
			'svelte/button-has-type': 'error',
			// State that holds sets, maps and dates is replaced as a whole here, never changed in place.
			'svelte/prefer-svelte-reactivity': 'off',
		},
	},
	{ files: ['src/core/**/*.ts'], rules: { 'no-restricted-imports': ['error', coreStandsAlone] } },
	{
		files: ['src/lib/board/**', 'src/lib/frame/**', 'src/lib/ui/**', 'src/lib/room/**'],
		rules: { 'no-restricted-imports': ['error', browserOnly] },
	},
	{
		files: ['src/lib/server/**'],
		rules: {
			'no-restricted-imports': [
				'error',
				{
					patterns: [
						{
							group: ['$lib/board/*', '$lib/frame/*', '$lib/ui/*', '**/routes/**'],
							message: 'Server code may not import the interface.',
						},
					],
				},
			],
		},
	},
	{
		files: ['src/**', 'server/**'],
		ignores: ['src/core/access/**', '**/*.test.ts'],
		rules: { 'no-restricted-syntax': ['error', comparedRole, comparedKind] },
	},
	{
		// Within the kinds their names are what it is about.
		files: ['src/core/board/kinds/**', 'src/lib/kinds-ui/**'],
		rules: { 'no-restricted-syntax': ['error', comparedRole] },
	},
	{
		// Requests that the contract does not describe: pictures for painters, and the form at the
		// door.
		files: ['src/lib/**', 'src/routes/**'],
		ignores: [
			'src/lib/api/**',
			'src/lib/server/**',
			'src/lib/board/painter/images.ts',
			'src/lib/rehearsal/person.ts',
		],
		rules: {
			'no-restricted-globals': ['error', { name: 'fetch', message: 'Ask the server through lib/api.' }],
		},
	},
	{ files: ['scripts/**', 'tests/**', 'server/**'], rules: { 'no-console': 'off' } },
);
