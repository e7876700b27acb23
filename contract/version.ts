/** The version of this contract, counted up where an older page would send what is not understood any more. */
export const CONTRACT_VERSION = 3;
/** The oldest page that is still understood. */
export const OLDEST_CONTRACT = 3;
/** Header in which a request says by which contract it was written; without one it is taken as today's. */
export const CONTRACT_HEADER = 'x-pail-contract';
