/** Bringing pictures onto the board: from files, the clipboard, the camera; replacing one; cropping. */
import { isPicture } from '$core/board/kinds/guards';
import { changePicture } from '$core/board/ops/edits';
import { WHOLE, wholeBox } from '$core/board/kinds/picture';
import { extremes } from '$core/board/colours';
import type { ObjectOf, Sheet } from '$core/board/objects';
import type { Point } from '$core/geometry/box';
import { m } from '$lib/messages';
import { readFile, storeFile } from '$core/contract/boards';
import type { Answer } from '$core/contract/endpoint';
import { call } from '$lib/api/client';
import { ApiError, isOffline, messageOf } from '$lib/api/errors';
import { chooseFiles } from '../ui/files';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';

/** Largest side that a new picture gets, board units, and distance of several from each other. */
const LARGEST = 480;
const GAP = 16;

export const PICTURE_TYPES = 'image/png,image/jpeg,image/gif,image/webp,image/avif,image/svg+xml,.svg,.avif';

type Stored = Answer<typeof storeFile, never>;

async function upload(board: Board, file: Blob): Promise<Stored> {
	try {
		return await call(storeFile, { params: { id: board.room.info.boardId }, body: file });
	} catch (error) {
		if (isOffline(error)) throw new ApiError('offline', m.file_offline());
		throw error;
	}
}

const nameOf = (file: Blob): string => ('name' in file ? String(file.name) : '');

/** A picture that the server keeps, and what it is called. */
type StoredPicture = Stored & { name: string };

/** Has the server keep pictures; what cannot be taken is told, file by file. */
export async function storePictures(
	board: Board,
	files: readonly Blob[],
	refused: (name: string, problem: string) => void,
): Promise<StoredPicture[]> {
	if (files.length === 0) return [];
	const stored: StoredPicture[] = [];
	const wait = toaster.create({ title: m.file_busy({ count: files.length }), duration: 120_000 });
	for (const file of files) {
		try {
			stored.push({ ...(await upload(board, file)), name: nameOf(file) });
		} catch (error) {
			refused(nameOf(file), messageOf(error));
		}
	}
	toaster.dismiss(wait);
	return stored;
}

/** Puts pictures side by side from a point on; a single one round it. Returns their ids. */
export function placePictures(board: Board, stored: readonly StoredPicture[], at: Point): string[] {
	let x = at.x;
	return stored.map(({ hash, width, height, animated, name }) => {
		const scale = Math.min(1, LARGEST / Math.max(width, height));
		const [w, h] = [Math.max(12, Math.round(width * scale)), Math.max(12, Math.round(height * scale))];
		const left = stored.length === 1 ? at.x - w / 2 : x;
		x += w + GAP;
		return board.add<'picture'>({
			kind: 'picture',
			box: [Math.round(left), Math.round(at.y - h / 2), w, h, 0],
			style: {},
			file: hash,
			natural: [width, height],
			...(animated ? { animated } : {}),
			...(name ? { name: name.slice(0, 200) } : {}),
		});
	});
}

/** Puts pictures on the board; what cannot be taken is said, with its name. */
export async function addPictures(
	board: Board,
	files: readonly Blob[],
	at: Point = board.middle,
): Promise<void> {
	if (!board.mayAll) return;
	const stored = await storePictures(board, files, (name, description) =>
		toaster.error({ title: m.file_refused({ name: name || m.kind_picture() }), description }),
	);
	// Rights may have gone while they were sent.
	if (!board.mayAll || stored.length === 0) return;
	let ids: string[] = [];
	board.asOne(() => (ids = placePictures(board, stored, at)));
	board.select(ids);
}

export const isPictureFile = ({ type, name }: File): boolean =>
	type.startsWith('image/') || /\.(svg|avif)$/i.test(name);

/** Lets somebody choose picture files and puts them down in the middle of the view. */
export async function choosePictures(board: Board): Promise<void> {
	const files = await choosePictureFiles(true);
	if (files.length > 0) await addPictures(board, files, board.middle);
}

/** Lets somebody choose picture files. */
export const choosePictureFiles = (several: boolean): Promise<File[]> => chooseFiles(PICTURE_TYPES, several);

const selectedPicture = (board: Board): ObjectOf<'picture'> | undefined => {
	const [object, more] = board.selected;
	return isPicture(object) && !more && !object.lock ? object : undefined;
};

/** Puts another picture in the place of the selected one: as wide, about the same middle. */
export async function replacePicture(board: Board): Promise<void> {
	const picture = selectedPicture(board);
	const [file] = picture ? await choosePictureFiles(false) : [];
	if (!picture || !file) return;
	try {
		const { hash, width, height, animated } = await upload(board, file);
		const [x, y, w, h, angle] = picture.box;
		const high = Math.round((w * height) / width);
		changePicture(board.room.editContext, picture.id, {
			file: hash,
			natural: [width, height],
			crop: undefined,
			animated: animated || undefined,
			name: file.name.slice(0, 200),
			box: [x, Math.round(y + (h - high) / 2), w, high, angle],
		});
	} catch (error) {
		toaster.error({ title: m.file_refused({ name: file.name }), description: messageOf(error) });
	}
}

/** Shows a cropped picture whole again. */
export function uncrop(board: Board): void {
	const picture = selectedPicture(board);
	if (!picture) return;
	const { x, y, w, h } = wholeBox(picture);
	changePicture(board.room.editContext, picture.id, { crop: undefined, box: [x, y, w, h, picture.box[4]] });
}

export const isCropped = (board: Board): boolean =>
	Boolean(selectedPicture(board)?.crop?.some((value, i) => value !== WHOLE[i]));

/** Colours of the darkest and the lightest part of a picture, of a few hundred parts. */
async function extremesOf(file: Blob): Promise<{ dark: string; light: string }> {
	const side = 20;
	const canvas = new OffscreenCanvas(side, side);
	const ctx = canvas.getContext('2d', { willReadFrequently: true })!;
	ctx.fillStyle = '#FFFFFF';
	ctx.fillRect(0, 0, side, side);
	const bitmap = await createImageBitmap(file);
	ctx.drawImage(bitmap, 0, 0, side, side);
	bitmap.close();
	const { data } = ctx.getImageData(0, 0, side, side);
	return extremes(data);
}

/** Chooses a picture and has the server keep it, for the ground of a sheet; undefined when there is none. */
export async function chooseGround(
	board: Board,
): Promise<NonNullable<Sheet['ground']>['picture'] | undefined> {
	const [file] = await choosePictureFiles(false);
	if (!file) return undefined;
	try {
		const { hash, width, height, animated } = await upload(board, file);
		// Of what the server made of it: browsers know fewer kinds of file.
		const params = { id: board.room.info.boardId, hash };
		const stored = await call(readFile, { params, query: { w: 256 } });
		const colours = await extremesOf(await stored.blob());
		return { file: hash, natural: [width, height], ...colours, ...(animated ? { animated } : {}) };
	} catch (error) {
		toaster.error({ title: m.file_refused({ name: file.name }), description: messageOf(error) });
		return undefined;
	}
}
