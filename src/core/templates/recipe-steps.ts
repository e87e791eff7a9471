/** Steps that many recipes share. */
import type { RecipeStep } from './recipe';

export const welcome = (minutes = 3): RecipeStep => ({
	title: 'Welcome',
	kind: 'welcome',
	minutes,
	least: 1,
	may: 'watch',
	prompt: 'Good to have you here.',
	aside: 'Say what the question is, how long it takes, and what happens with the outcome.',
});
export const warmUp = (minutes = 3): RecipeStep => ({
	title: 'Warm-up',
	kind: 'warm-up',
	minutes,
	least: 2,
	may: 'own',
	at: 'warm-up',
	prompt: 'Write a note, give it another colour, move it, and nod at somebody else’s.',
});
export const close = (prompt = 'What do we take with us?'): RecipeStep => ({
	title: 'Close',
	kind: 'wrap-up',
	minutes: 4,
	least: 2,
	may: 'nod',
	prompt,
	aside: 'Name who does what until when. Thank everybody.',
});
