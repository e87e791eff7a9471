import { redirect } from '@sveltejs/kit';
import { demoAddress } from '$lib/server/demo';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, getClientAddress, cookies }) => {
	if (locals.person) redirect(303, '/');
	return { demo: demoAddress(getClientAddress()), light: cookies.get('frame') === 'light' };
};
