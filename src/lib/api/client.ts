/**
 * The one way to ask our server for something: typed by the contract, its answers read with the
 * contract's schemas. What goes wrong comes as an ApiError and is never passed over here.
 */
import { addressOf, BYTES, refusal, type Answer, type Endpoint, type Sent } from '$core/contract/endpoint';
import { m } from '$lib/messages';
import { ApiError } from './errors';

/**
 * How a request is sent. Pages use the browser's fetch; simulated people have cookies of their own.
 */
export type Fetch = (address: string, init: RequestInit) => Promise<Response>;
export type Options = Pick<RequestInit, 'signal' | 'priority' | 'cache'>;
type Call = <const E extends Endpoint>(
	endpoint: E,
	sent: Sent<E, Blob>,
	options?: Options,
) => Promise<Answer<E, Response>>;

/** What may be given, whatever the endpoint. */
interface AnySent {
	params?: Record<string, string>;
	query?: Record<string, unknown>;
	body?: unknown;
}

function bodyOf({ request }: Endpoint, body: unknown): RequestInit {
	if (request === undefined) return {};
	if (request === BYTES)
		return { body: body as Blob, headers: { 'content-type': 'application/octet-stream' } };
	return { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } };
}

/**
 * Makes the function that sends requests: it resolves with the answer as the contract has it, or
 * with the response itself where the endpoint answers bytes. It throws ApiError.
 */
export const createClient =
	(send: Fetch): Call =>
	async (endpoint, sent, options = {}) => {
		const { params, query, body } = sent as AnySent;
		let response: Response;
		try {
			response = await send(addressOf(endpoint, params, query), {
				method: endpoint.method,
				...bodyOf(endpoint, body),
				...options,
			});
		} catch {
			throw new ApiError('offline', m.error_offline());
		}
		const json = async (): Promise<unknown> => response.json().catch(() => undefined);
		if (!response.ok) {
			const problem = refusal.safeParse(await json());
			throw new ApiError(
				'refused',
				problem.success ? problem.data.message : m.error_server(),
				response.status,
			);
		}
		type Result = Answer<typeof endpoint, Response>;
		if (endpoint.response === BYTES) return response as Result;
		const answer = endpoint.response.safeParse(await json());
		if (!answer.success) throw new ApiError('mismatch', m.error_mismatch(), response.status);
		return answer.data as Result;
	};

export const call = createClient((address, init) => fetch(address, init));
