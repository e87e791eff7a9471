/** What the people panel asks of the server. */
import type { Settings } from '$core/access/rights';
import type { GivenRole } from '$core/access/roles';
import { changePolicy } from '$core/contract/boards';
import { listPeople, orderPerson, type PersonOrder } from '$core/contract/people';
import { call } from '$lib/api/client';

const order = (id: string, person: string, what: PersonOrder) =>
	call(orderPerson, { params: { id, person }, body: what });

export const people = (id: string) => call(listPeople, { params: { id } });
export const setPolicy = (id: string, policy: Partial<Settings>) =>
	call(changePolicy, { params: { id }, body: policy });
export const changeRole = (id: string, person: string, role: GivenRole) =>
	order(id, person, { do: 'change', role });
export const sendOut = (id: string, person: string, ban: boolean) =>
	order(id, person, { do: 'send out', ban });
export const liftBan = (id: string, person: string) => order(id, person, { do: 'lift ban' });
export const handOver = (id: string, person: string) => order(id, person, { do: 'hand over' });
export const leave = (id: string, person: string) => order(id, person, { do: 'leave' });
