/** What was given (a folder, a configuration, a data folder) cannot be used; the message says which, why, and what to do. */
export class UnusableInput extends Error {}
