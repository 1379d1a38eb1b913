/** A failure that the caller can fix: one clear sentence, exit code 2. */
export class Failure extends Error {}
