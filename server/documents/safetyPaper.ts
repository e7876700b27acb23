import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { SafetyView } from '../../contract/methods/safety.ts';
import { hazardFinding } from '../../core/rules/safety.ts';
import type { Units } from '../../core/units/quantities.ts';
import { KNOWN_WORDS } from '../../words/en/safety.ts';
import { formatDate } from '../../words/format.ts';
import { findingWords } from '../../words/say.ts';
import { paperOf, table } from './parts.ts';

export interface SafetyPaper {
  firm: string;
  customer: string;
  site: string;
  place: string;
  safety: SafetyView;
  units: Units;
}

/** The safety sheet of a site on one page: the hazards of the work, who is in charge, and what to do when something happens. */
export function safetyPaper({ firm, customer, site, place, safety, units }: SafetyPaper): TDocumentDefinitions {
  const { sheet: written, hazards, lacking, at, by, version } = safety;
  const say = (finding: Parameters<typeof findingWords>[0]) => findingWords(finding, { units, currency: '' });
  const line = (label: string, value: string | undefined) => [label, value?.trim() || 'not written down'];
  const known = (answer: keyof typeof KNOWN_WORDS | undefined, where: string | undefined) =>
    [KNOWN_WORDS[answer ?? 'unknown'], where].filter(Boolean).join(': ');
  const content: Content[] = [
    { text: firm, style: 'firm' },
    { text: 'Safety sheet', style: 'title' },
    {
      columns: [
        { text: [`${site}\n`, { text: `${place}\n${customer}`, style: 'quiet' }] },
        {
          text: at === null ? 'Not written yet' : `Version ${version}, ${formatDate(at, units)}, ${by}`,
          alignment: 'right',
        },
      ],
      margin: [0, 6, 0, 8],
    },
    ...(lacking.length > 0
      ? [{ text: `Nobody begins before this is settled: ${lacking.map(say).join(' ')}`, style: 'verdict' }]
      : []),
    { text: 'In an emergency', style: 'heading' },
    table(
      ['', ''],
      [
        line('Number', written?.emergencyNumber),
        line('Place to name', written?.emergencyPlace),
        line('Rescue from above', written?.rescue),
      ],
      [120, '*'],
    ),
    { text: 'Who and how', style: 'heading' },
    table(
      ['', ''],
      [
        line('Competent person', written?.competent),
        line('Way up, and where one stands', written?.access),
        line('Anchors, edge protection', written?.anchor),
        line('Overhead lines', known(written?.lines, written?.linesWhere)),
        line('Brittle roof', known(written?.brittle, written?.brittleWhere)),
        line('Switching off and on', written?.isolation),
        ...(written?.others.trim() ? [line('Besides', written.others)] : []),
      ],
      [120, '*'],
    ),
    { text: 'Hazards of this work', style: 'heading' },
    { ul: hazards.map((hazard) => say(hazardFinding(hazard))) },
    {
      text: 'Local codes, the makers’ manuals and licensed trades come before anything on this page. It lists what has to be looked at, and says of nothing that it may be done.',
      style: 'quiet',
      margin: [0, 8, 0, 0],
    },
  ];
  return paperOf('Safety sheet', `Safety at ${site}`, firm, content);
}
