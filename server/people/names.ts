import type { Knex } from 'knex';

/** Rows of another room with the person of a column at hand, whose name is `people.name`. */
export const withPerson = <Q extends Knex.QueryBuilder>(rows: Q, column: string): Q =>
  rows.join('people', 'people.id', column) as Q;

/** The same where there may be nobody. */
export const withPersonIfAny = <Q extends Knex.QueryBuilder>(rows: Q, column: string): Q =>
  rows.leftJoin('people', 'people.id', column) as Q;
