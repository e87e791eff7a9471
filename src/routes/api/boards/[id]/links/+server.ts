import { json } from '@sveltejs/kit';
import QRCode from 'qrcode';
import { body, route } from '$lib/server/http';
import { createLink, LINK_ROLES, linksOf } from '$lib/server/links';
import { z } from 'zod';

const schema = z.object({ role: z.enum(LINK_ROLES) });

export const GET = route(async (event, person) => json(await linksOf(event.params['id']!, person.id)));

/** Makes a link. Its address is told once: only a hash of its token is kept. */
export const POST = route(async (event, person) => {
	const { role } = await body(event, schema);
	const { id, token } = await createLink(event.params['id']!, person.id, role);
	const url = `${event.url.origin}/join/${token}`;
	const qr = await QRCode.toDataURL(url, {
		margin: 2,
		width: 336,
		color: { dark: '#1D2421', light: '#F6F1E6' },
	});
	return json({ id, url, qr }, { status: 201 });
});
