import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { ChecklistsView } from '../../contract/kit/checklists.ts';
import { counted } from '../../words/counted.ts';
import { CHECKLIST_WHEN_WORDS, KIT_WORDS } from '../../words/en/kit.ts';
import { formatDate } from '../../words/format.ts';
import { useEndpointQuery, useSession, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { ChecklistForm } from './ChecklistForm.tsx';
import { KitTabs } from './KitTabs.tsx';

type List = ChecklistsView['lists'][number];

/** What is gone through before a machine runs and after: the contractor's own lists, and the examples that came along. */
export function ChecklistsPage() {
  const lists = useEndpointQuery('readChecklists');
  return (
    <>
      <div className="desk-head">
        <h1>Checklists</h1>
        <KitTabs />
        <span className="quiet aside">Gone through in the field, one step before the next.</span>
      </div>
      {lists.isPending && <Waiting />}
      <Trouble error={lists.error} retry={() => lists.refetch()} />
      {lists.data && <Lists view={lists.data} />}
    </>
  );
}

function Lists({ view }: { view: ChecklistsView }) {
  const desk = useSession().data?.person?.role !== 'crew';
  const [shown, setShown] = useState<string | null>(null);
  const [fresh, setFresh] = useState<string | null>(null);
  const list = view.lists.find(({ id }) => id === shown);
  return (
    <div className={`kit ${list || fresh ? 'chosen' : ''}`}>
      <section className="panel kit-list">
        {desk && (
          <div className="actions mb-2">
            <Button
              onClick={() => {
                setFresh(newId());
                setShown(null);
              }}
            >
              Write a checklist
            </Button>
          </div>
        )}
        <ul className="plain-list checklists">
          {view.lists.map((one) => (
            <li key={one.id} aria-current={one.id === shown || undefined}>
              <button
                type="button"
                className="btn btn-quiet"
                onClick={() => {
                  setShown(one.id);
                  setFresh(null);
                }}
              >
                {one.name}
              </button>
              <span className="quiet">
                {CHECKLIST_WHEN_WORDS[one.when]}, {counted(one.steps.length, 'step')}
                {!one.inUse && ', not used'}
              </span>
              <Origin list={one} />
            </li>
          ))}
        </ul>
      </section>
      <section className="panel">
        {(list || fresh) && (
          <Button
            variant="quiet"
            className="kit-back"
            onClick={() => {
              setShown(null);
              setFresh(null);
            }}
          >
            all checklists
          </Button>
        )}
        {fresh ? (
          <ChecklistForm key={fresh} id={fresh} list={null} onDone={() => setFresh(null)} />
        ) : list ? (
          desk ? (
            <ChecklistForm key={`${list.id} ${list.version}`} id={list.id} list={list} onDone={() => setShown(null)} />
          ) : (
            <Read list={list} />
          )
        ) : (
          <p className="quiet">
            Choose a list to read or change it. A job goes through those of the machines that it takes along; a job that
            is booked keeps the list that it was booked with.
          </p>
        )}
      </section>
    </div>
  );
}

function Origin({ list: { version, at, by } }: { list: List }) {
  const units = useUnits();
  return (
    <span className="quiet end">
      {at === null ? 'an example that came along' : `version ${version}, ${by}, ${formatDate(at, units)}`}
    </span>
  );
}

function Read({ list }: { list: List }) {
  return (
    <>
      <h2>{list.name}</h2>
      <p className="quiet">
        {CHECKLIST_WHEN_WORDS[list.when]}: {list.kinds.map((kind) => KIT_WORDS[kind].toLowerCase()).join(', ')}
      </p>
      <ol>
        {list.steps.map((step) => (
          <li key={step.text}>
            {step.text}
            {step.otherwise && <span className="quiet d-block">If not: {step.otherwise}</span>}
            {step.picture && <img className="check-picture" src={step.picture} alt={step.text} />}
          </li>
        ))}
      </ol>
    </>
  );
}
