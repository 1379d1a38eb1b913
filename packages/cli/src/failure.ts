/** A failure that the person who called the program can mend: one clear sentence, exit code 2. */
export class Failure extends Error {}
