/** Takes the tables of today back to those of the first step, for tests of data that earlier versions left. */
export const BACK_TO_FIRST_STEP = 'alter table arrays rename column drawing to sheet';
