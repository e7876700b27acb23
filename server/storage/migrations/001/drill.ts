/** Rounds of the exercise for the eye. */
export const drill = `
  create table drill_rounds (
    id uuid primary key,
    person_id uuid not null references people,
    at timestamptz not null,
    guess double precision not null check (guess between 0 and 1),
    truth double precision not null check (truth between 0 and 1),
    scene jsonb not null
  );
  create index drill_rounds_person on drill_rounds (person_id, at desc, id desc);

  create trigger evidence before update or delete on drill_rounds for each row execute function refuse_change();
`;
