/**
 * Tables. `people`, `sessions`, `accounts` and `verifications` are those that the sign-in library works on;
 * guests are people without an account. What is edited together lives in `updates` and `snapshots`.
 */
export * from './schema/people';
export * from './schema/boards';
export * from './schema/documents';
export * from './schema/session';
export * from './schema/sorting';
export * from './schema/files';
