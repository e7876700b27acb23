/** A file of sites is waiting for its turn or being worked out, has been taken in, or was refused; nothing of it is kept then. */
export const IMPORT_STATES = ['waiting', 'done', 'refused'] as const;
