/** A link as it is told to whoever made it. */
import QRCode from 'qrcode';
import type { NewLink } from './links';

export interface Invitation {
	id: string;
	url: string;
	code: string | null;
	/** The address as a picture to scan, a data URL. */
	qr: string;
}

export async function invitation(origin: string, { id, token, code }: NewLink): Promise<Invitation> {
	const url = `${origin}/join/${token}`;
	const color = { dark: '#1D2421', light: '#F6F1E6' };
	return { id, url, code, qr: await QRCode.toDataURL(url, { margin: 2, width: 672, color }) };
}
