import type { Job } from '../../contract/jobs/endpoints.ts';
import type { Step } from '../../core/jobs/steps.ts';
import { CLIP_WORDS, fittingQuantity, rowsInWords } from '../../words/en/fittings.ts';
import { FITTED_WORDS } from '../../words/en/labels.ts';
import { useSay } from '../api/hooks.ts';
import { FittedDrawn } from '../fittings/FittedDrawn.tsx';

/** What is fitted on which rows, drawn as the crew sees it: the rows without it stay so. */
export function FieldFit({ step, arrays }: { step: Step; arrays: Job['arrays'] }) {
  const say = useSay();
  return (
    <>
      {step.fit?.map((one) => {
        const array = arrays.find(({ id }) => id === one.array);
        if (array === undefined) return null;
        const { kind, stands, rows, control } = one;
        return (
          <div key={one.array + kind}>
            <p className="sentence">
              <b>
                {FITTED_WORDS[kind]}, {fittingQuantity(one, say)}
              </b>{' '}
              on {rowsInWords(rows)}
              {kind === 'drain-clip' && `: ${CLIP_WORDS[stands]}`}.
              {control.length > 0 && ` Nothing on ${rowsInWords(control)}.`}
            </p>
            <FittedDrawn
              name={array.name}
              face={{ ...array, origin: array.drawing.origin }}
              kind={kind}
              stands={stands}
              rows={rows}
              control={control}
            />
          </div>
        );
      })}
    </>
  );
}
