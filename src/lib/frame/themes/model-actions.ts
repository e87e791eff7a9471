/** What is asked of the language model of the house, through the server. */
import * as contract from '$core/contract/language-model';
import { call } from '$lib/api/client';

/** What would be sent where; nothing is sent. */
export const readWhatIsSent = (id: string, noteIds: readonly string[]) =>
	call(contract.readWhatIsSent, { params: { id }, body: { noteIds: [...noteIds] } });
export const themesByModel = (id: string, noteIds: readonly string[]) =>
	call(contract.proposeThemesByModel, { params: { id }, body: { noteIds: [...noteIds] } });
export const summaryByModel = (id: string, name: string, noteIds: readonly string[]) =>
	call(contract.summarizeByModel, { params: { id }, body: { name, noteIds: [...noteIds] } });
