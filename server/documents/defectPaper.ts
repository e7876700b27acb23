import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { bare } from '../../core/findings.ts';
import type { FollowedDefect } from '../../core/inspections/defects.ts';
import type { Units } from '../../core/units/quantities.ts';
import { counted } from '../../words/counted.ts';
import { formatDate } from '../../words/format.ts';
import { findingWords } from '../../words/say.ts';
import { paperOf, right, table } from './parts.ts';
import { told } from './tagged.ts';

export interface DefectPaper {
  firm: string;
  customer: string;
  site: string;
  place: string;
  /** ISO 8601 date on which it is drawn up */
  date: string;
  arrays: {
    name: string;
    modules: number;
    moduleWatts: number;
    installedOn: string | null;
    /** metres of grid: which row and column a module's number stands for */
    columns: number;
    defects: FollowedDefect[];
    pictures: { data: string; caption: string }[];
  }[];
  units: Units;
}

const SEVERITY_WORDS = {
  watch: 'watch',
  report: 'report to the maker',
  stop: 'keep off, switch off by a licensed trade',
};

/** The warranty list of a site: defects with where, since when and how grave; nothing of it is dirt. */
export function defectPaper({ firm, customer, site, place, date, arrays, units }: DefectPaper): TDocumentDefinitions {
  const content: Content[] = [
    { text: firm, style: 'firm' },
    { text: 'Defects of the modules', style: 'title' },
    {
      columns: [
        { text: [`For ${customer}\n`, `${site}\n`, { text: place, style: 'quiet' }] },
        { text: formatDate(date, units), alignment: 'right' },
      ],
      margin: [0, 6, 0, 8],
    },
    {
      text: 'What was seen at inspections. Defects are not dirt: no cleaning mends them, and none of them is in any figure of soiling. The maker’s warranty and a licensed trade decide what is done.',
    },
    ...arrays.flatMap((array) => arrayPart(array, units)),
  ];
  if (arrays.every(({ defects }) => defects.length === 0))
    content.push({ text: 'No defect has been recorded here.', style: 'verdict' });
  return paperOf('Defects', `Defects at ${site}`, firm, content);
}

function arrayPart(array: DefectPaper['arrays'][number], units: Units): Content[] {
  const { name, modules, moduleWatts, installedOn, columns, defects, pictures } = array;
  if (defects.length === 0) return [];
  const since = installedOn === null ? 'date of installation not known' : `installed ${formatDate(installedOn, units)}`;
  const parts: Content[] = [
    { text: name, style: 'heading' },
    { text: `${counted(modules, 'module')} of ${moduleWatts} W, ${since}.`, style: 'quiet', margin: [0, 0, 0, 4] },
    table(
      ['Defect', 'Module', 'Row, column', 'First seen', 'Last seen', 'What to do'],
      defects.map((defect) => [
        [
          {
            text:
              findingWords(bare(`defect-${defect.kind}`), { units, currency: '' }) +
              (defect.gone ? ' (not seen last time)' : defect.worse ? ' (grown worse)' : ''),
          },
          ...(defect.note ? [{ text: defect.note, style: 'quiet' }] : []),
        ],
        right(`${defect.module + 1}`),
        right(`${Math.floor(defect.module / columns) + 1}, ${(defect.module % columns) + 1}`),
        right(formatDate(defect.firstSeen, units)),
        right(formatDate(defect.lastSeen, units)),
        right(SEVERITY_WORDS[defect.severity]),
      ]),
      ['*', 44, 62, 62, 62, 110],
    ),
  ];
  for (let first = 0; first < pictures.length; first += 2) {
    parts.push({
      columns: pictures.slice(first, first + 2).map(({ data, caption }) => ({
        stack: [told({ image: data, fit: [236, 150] }, caption), { text: caption, style: 'quiet' }],
      })),
      columnGap: 12,
      margin: [0, 6, 0, 0],
      unbreakable: true,
    });
  }
  return parts;
}
