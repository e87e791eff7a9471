/** A link as it is told to whoever made it. */
import type { Invitation } from '$core/contract/people';
import QRCode from 'qrcode';
import type { NewLink } from './links';

export async function invitation(origin: string, { id, token, code }: NewLink): Promise<Invitation> {
	const url = `${origin}/join/${token}`;
	const color = { dark: '#1D2421', light: '#F6F1E6' };
	return { id, url, code, qr: await QRCode.toDataURL(url, { margin: 2, width: 672, color }) };
}
