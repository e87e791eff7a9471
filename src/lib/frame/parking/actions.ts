/** What is asked of the server about the parking lot. */
import { orderParking } from '$core/contract/session';
import { call } from '$lib/api/client';

export const parkIt = (id: string, text: string) =>
	call(orderParking, { params: { id }, body: { do: 'park', text } });
export const takeBack = (id: string, parked: string) =>
	call(orderParking, { params: { id }, body: { do: 'take back', id: parked } });
