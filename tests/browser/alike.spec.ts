/** What is exported is what was seen. */
import { expect, test } from './fixtures';
import type { SceneReader } from './scene';

/** Sheets that have every kind of object between them. */
const SHEETS = ['Gather', 'Visitor', 'Season map', 'Plan'];

for (const sheet of SHEETS) {
	test(`the picture made on the server is what the screen shows: ${sheet}`, async ({
		ilka: { page },
		server,
	}) => {
		await page.getByRole('treeitem', { name: new RegExp(`^${sheet}`) }).click();
		await page.getByRole('button', { name: 'Surface', exact: true }).click();
		await page.getByRole('button', { name: 'Plain' }).click();
		await page.keyboard.press('Escape');
		const differing = await page.evaluate(async (url) => {
			type Box = { x: number; y: number; w: number; h: number };
			type Held = {
				sheet: string;
				size: { w: number; h: number };
				lifted: Set<string>;
				model: { routePending(): void; onSheet(id: string): { id: string }[]; boundsOf(id: string): Box };
				setView(view: { x: number; y: number; scale: number }): void;
				select(ids: string[]): void;
			};
			const board = (window as unknown as { wandtafelBoard: Held }).wandtafelBoard;
			board.model.routePending();
			board.select([]);
			const objects = board.model.onSheet(board.sheet).map(({ id }) => id);
			const response = await fetch(`${url}/export`, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({ format: 'png', sheet: board.sheet, scale: 1 }),
			});
			const picture = await createImageBitmap(await response.blob());
			const bounds = objects.flatMap((id) => board.model.boundsOf(id) ?? []);
			const left = Math.min(...bounds.map((box) => box.x)) - 32;
			const top = Math.min(...bounds.map((box) => box.y)) - 32;
			const { sceneReader } = window as unknown as { sceneReader: SceneReader };
			const { w, h } = board.size;
			const [ctx, shown] = [0, 1].map(() => {
				const canvas = document.createElement('canvas');
				[canvas.width, canvas.height] = [w, h];
				return canvas.getContext('2d', { willReadFrequently: true })!;
			}) as [CanvasRenderingContext2D, CanvasRenderingContext2D];
			let different = 0;
			let all = 0;
			// Window by window over the whole sheet, at full size.
			for (let y = 0; y < picture.height; y += h) {
				for (let x = 0; x < picture.width; x += w) {
					const [pw, ph] = [Math.min(w, picture.width - x), Math.min(h, picture.height - y)];
					board.setView({ x: Math.round(left) + x, y: Math.round(top) + y, scale: 1 });
					ctx.drawImage(
						picture,
						x + Math.round(left) - left,
						y + Math.round(top) - top,
						pw,
						ph,
						0,
						0,
						pw,
						ph,
					);
					const theirs = ctx.getImageData(0, 0, pw, ph).data;
					all += theirs.length / 4;
					// What is being painted is looked at again until it is done.
					let others = Infinity;
					for (let looks = 0; looks < 12 && others > theirs.length / 800; looks++) {
						await new Promise((done) => setTimeout(done, 500));
						sceneReader.paint(shown);
						const ours = shown.getImageData(0, 0, pw, ph).data;
						others = 0;
						for (let i = 0; i < theirs.length; i += 4) {
							const by =
								Math.abs(theirs[i]! - ours[i]!) +
								Math.abs(theirs[i + 1]! - ours[i + 1]!) +
								Math.abs(theirs[i + 2]! - ours[i + 2]!);
							if (by > 140) others++;
						}
					}
					different += others;
				}
			}
			return all === 0 ? 1 : different / all;
		}, `${server.url}/api/boards/season-planning`);
		// Letters and slanting edges are smoothed differently by the two renderers; nothing else may differ.
		expect(differing).toBeLessThan(0.01);
	});
}
