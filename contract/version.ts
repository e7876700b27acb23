/** The version of this contract, counted up where an older page would send what is not understood any more. */
export const CONTRACT_VERSION = 4;
/** The oldest page that is still understood: one of before 4 would save a site without what the site allows, and so wipe it. */
export const OLDEST_CONTRACT = 4;
/** Header in which a request says by which contract it was written; without one it is taken as today's. */
export const CONTRACT_HEADER = 'x-pail-contract';
