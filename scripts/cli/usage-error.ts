/** Wrong usage of a command: exit status 2. */
export class UsageError extends Error {}
