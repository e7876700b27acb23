import type { Bare, Finding } from '../findings.ts';

/** Kinds of defects that are looked for; none of them is dirt. */
export const DEFECT_KINDS = [
  'yellowing',
  'snail-trail',
  'crack',
  'hot-spot',
  'delamination',
  'loose-cable',
  'seal',
  'frame',
] as const;
export type DefectKind = (typeof DEFECT_KINDS)[number];

/** What to do about a defect, from the least to the most. */
export const DEFECT_SEVERITIES = ['watch', 'report', 'stop'] as const;
export type DefectSeverity = (typeof DEFECT_SEVERITIES)[number];

export interface SeenDefect {
  kind: DefectKind;
  /** index of the module in the grid */
  module: number;
  severity: DefectSeverity;
  note: string;
}

export interface FollowedDefect extends SeenDefect {
  /** instants, ISO 8601 */
  firstSeen: string;
  lastSeen: string;
  /** in how many inspections */
  times: number;
  /** whether the newest inspection no longer names it: replaced, or overlooked */
  gone: boolean;
  /** whether it was taken for less when it was first seen */
  worse: boolean;
}

/** A kind of defect, and one defect; `of` is the face it is on, where several are spoken of. */
export type DefectFinding =
  | Bare<`defect-${DefectKind}`>
  | Finding<'defect', { kind: DefectKind; module: number; note: string; of: string | null }>;

export const defectFinding = (
  { kind, module, note }: Pick<SeenDefect, 'kind' | 'module' | 'note'>,
  of: string | null = null,
): DefectFinding => ({ code: 'defect', params: { kind, module, note, of } });

const RANK: Record<DefectSeverity, number> = { watch: 0, report: 1, stop: 2 };

/**
 * Defects of one array followed over its inspections: the same kind on the same module is the same defect. Severity and
 * note are those that were seen last. Defects are not dirt, and nothing here enters a loss.
 * @param inspections in any order
 * @returns those still there first, then the gravest, then by module
 */
export function followDefects(
  inspections: readonly { inspectedAt: string; defects: readonly SeenDefect[] }[],
): FollowedDefect[] {
  const inTime = [...inspections].sort((a, b) => Date.parse(a.inspectedAt) - Date.parse(b.inspectedAt));
  const found = new Map<string, FollowedDefect & { first: DefectSeverity }>();
  for (const { inspectedAt, defects } of inTime) {
    for (const defect of defects) {
      const key = `${defect.kind}/${defect.module}`;
      const before = found.get(key);
      found.set(key, {
        ...defect,
        note: defect.note || (before?.note ?? ''),
        firstSeen: before?.firstSeen ?? inspectedAt,
        lastSeen: inspectedAt,
        times: (before?.times ?? 0) + (before?.lastSeen === inspectedAt ? 0 : 1),
        gone: false,
        first: before?.first ?? defect.severity,
        worse: RANK[defect.severity] > RANK[before?.first ?? defect.severity],
      });
    }
  }
  const newest = inTime.at(-1)?.inspectedAt;
  return [...found.values()]
    .map(({ first: _, ...defect }) => ({ ...defect, gone: defect.lastSeen !== newest }))
    .sort((a, b) => Number(a.gone) - Number(b.gone) || RANK[b.severity] - RANK[a.severity] || a.module - b.module);
}
