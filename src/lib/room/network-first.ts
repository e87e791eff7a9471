/**
 * A page as the network has it; as it is kept where the network fails, or has not answered in
 * good time. A slow answer is waited for where nothing is kept.
 */

/** What a service worker does with pages; given from outside, so that it is tested without one. */
export interface PageSource {
	/** Asks the network; rejects where there is none. */
	fetch(): Promise<Response>;
	/** The page as it is kept here. */
	kept(): Promise<Response | undefined>;
	keep(response: Response): Promise<void>;
	forget(): Promise<void>;
}

/**
 * @param keptAfterMs how long the network is waited for before what is kept is shown, ms
 * @returns undefined where there is no network and nothing is kept
 */
export async function networkFirst(source: PageSource, keptAfterMs: number): Promise<Response | undefined> {
	const fetched = source.fetch().then(async (response) => {
		if (response.ok && !response.redirected) await source.keep(response.clone());
		// Whoever may not be in any more does not come in by what is kept either.
		else if (response.status < 500) await source.forget();
		return response;
	});
	const late = new Promise<undefined>((resolve) => setTimeout(() => resolve(undefined), keptAfterMs));
	try {
		return (await Promise.race([fetched, late])) ?? (await source.kept()) ?? (await fetched);
	} catch {
		return source.kept();
	} finally {
		// What is shown meanwhile may be shown in vain; what comes late is kept all the same.
		fetched.catch(() => undefined);
	}
}
