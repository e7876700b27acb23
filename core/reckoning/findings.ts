import { type EvidenceKind, type Measurement, QUARREL } from '../assimilation/evidence.ts';
import type { AppraisedEvidence } from '../assimilation/known.ts';
import type { WashOnRecord } from '../assimilation/records.ts';
import type { Estimate } from '../inspections/soil.ts';
import type { ReckonInput, ReckoningOutput } from './reckoning.ts';

/** What could explain that a piece of evidence lies off what all others let expect. */
export const EXPLANATIONS = [
  'eye-high',
  'eye-low',
  'reading-low',
  'reading-high',
  'patch-elsewhere',
  'pair-sky',
  'cloth-elsewhere',
  'energy-other-cause',
  'energy-nameplate',
] as const;
export type Explanation = (typeof EXPLANATIONS)[number];

/** What a reckoning found, as codes with parameters in SI: sentences stand in the words room. */
export type ReckoningFinding =
  | { code: 'agree'; params: { evidence: number } }
  | { code: 'one-source'; params: Record<string, never> }
  | {
      code: 'quarrel';
      /** `alone`: against the house's expectation, for nobody else has spoken */
      params: { kind: EvidenceKind; date: string; surprise: number; explains: Explanation[]; alone: boolean };
    }
  | { code: 'washes-counted'; params: { washes: Pick<WashOnRecord, 'date' | 'parts'>[]; earlier: number } }
  | { code: 'rain-drawn'; params: { observed: number; days: number } }
  | {
      code: 'learned';
      params: { date: string; expected: Estimate | null; measured: Estimate; dust: Estimate };
    }
  | {
      code: 'worth-measuring';
      params: { measurement: Measurement; sd: number; minutes: number; worth: number; cost: number };
    }
  | { code: 'nothing-worth-measuring'; params: { best: Measurement | null; worth: number; cost: number } }
  | { code: 'look-on'; params: { date: string | null; price: number | null } };

/** Share of observed days from which on nobody needs to be told that rain was drawn. */
const MOSTLY = 0.97;

function explains({ kind, surprise }: AppraisedEvidence): Explanation[] {
  const more = (surprise ?? 0) > 0;
  switch (kind) {
    case 'eye':
      return [more ? 'eye-high' : 'eye-low'];
    case 'reading':
      return [more ? 'reading-low' : 'reading-high'];
    case 'test-patch':
      return ['patch-elsewhere'];
    case 'pair':
      return ['pair-sky'];
    case 'cloth':
      return ['cloth-elsewhere'];
    case 'energy':
      return [more ? 'energy-nameplate' : 'energy-other-cause'];
  }
}

/** Washes that are named one by one; how many came before them is said. */
const NAMED_WASHES = 3;

/**
 * What a reckoning has to say beside its figures. @param input what it went by; null where it is not kept. Its
 * `visitPrice` is in minor units
 */
export function findingsOf(
  output: ReckoningOutput,
  input: Pick<ReckonInput, 'visitPrice' | 'washes'> | null,
): ReckoningFinding[] {
  const { known, narrowing, learned, lookOn } = output;
  const findings: ReckoningFinding[] = [];
  const heard = known.evidence.filter(({ unheard }) => unheard === null);
  const quarrels = heard.filter(({ surprise }) => Math.abs(surprise ?? 0) > QUARREL);
  for (const item of quarrels)
    findings.push({
      code: 'quarrel',
      params: {
        kind: item.kind,
        date: item.until,
        surprise: item.surprise ?? 0,
        explains: explains(item),
        alone: heard.length === 1,
      },
    });
  if (quarrels.length === 0)
    findings.push(
      heard.length > 1 ? { code: 'agree', params: { evidence: heard.length } } : { code: 'one-source', params: {} },
    );
  if (known.observed < MOSTLY * known.days)
    findings.push({ code: 'rain-drawn', params: { observed: known.observed, days: known.days } });
  const washes = (input?.washes ?? [])
    .filter(({ date }) => date >= known.from)
    .sort((a, b) => a.date.localeCompare(b.date));
  if (washes.length > 0)
    findings.push({
      code: 'washes-counted',
      params: {
        washes: washes.slice(-NAMED_WASHES).map(({ date, parts }) => ({ date, parts: [...parts] })),
        earlier: Math.max(0, washes.length - NAMED_WASHES),
      },
    });
  if (learned) findings.push({ code: 'learned', params: learned });
  const paying = narrowing.filter(({ pays }) => pays);
  for (const { measurement, sd, minutes, worth, cost } of paying)
    findings.push({ code: 'worth-measuring', params: { measurement, sd, minutes, worth, cost } });
  if (paying.length === 0) {
    const [best] = narrowing;
    findings.push({
      code: 'nothing-worth-measuring',
      params: { best: best?.measurement ?? null, worth: best?.worth ?? 0, cost: best?.cost ?? 0 },
    });
  }
  findings.push({ code: 'look-on', params: { date: lookOn, price: input?.visitPrice ?? null } });
  return findings;
}
