import type { CanvasElement, Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Photo } from '../../contract/inspections/endpoints.ts';
import type { ArrayProof, Report } from '../../contract/reports/endpoints.ts';
import { defectFinding } from '../../core/inspections/defects.ts';
import { caveatsOf, claimFinding, claimOf, GAIN_OF_THE_DAY } from '../../core/reports/claims.ts';
import { clockOff, signedFinding } from '../../core/reports/signature.ts';
import type { Units } from '../../core/units/quantities.ts';
import { counted } from '../../words/counted.ts';
import type { Language, Say } from '../../words/language.ts';
import { sayTo } from '../../words/say.ts';
import { INK, paperOf, right, table } from './parts.ts';
import { told } from './tagged.ts';

export interface ReportPaper {
  report: Report;
  firm: string;
  units: Units;
  /** upright pictures without location, by id, as data URLs */
  pictures: Record<string, string>;
}

const DONE_WORDS: [keyof ArrayProof['marks'], string][] = [
  ['brushed', 'brushed'],
  ['rinsed', 'rinsed'],
  ['bladed', 'bladed'],
  ['come-back', 'to come back to'],
  ['not-reached', 'not reached'],
  ['left', 'not recorded'],
];

/** The report as the customer gets it: gain and loss with their uncertainty, what was and was not cleaned, pictures. */
export function reportPaper({ report, firm, units, pictures }: ReportPaper, language?: Language): TDocumentDefinitions {
  const say = sayTo({ units, currency: '', ...(language && { language }) });
  const { content: found } = report;
  const signed = report.signedAt
    ? `Signed by ${report.signedBy ?? ''}, ${say.date(report.signedAt)}`
    : 'Draft, not signed';
  const content: Content[] = [
    { text: firm, style: 'firm' },
    { text: 'Report of the wash', style: 'title' },
    {
      columns: [
        { text: [`For ${found.customer}\n`, `${found.site}\n`, { text: found.place, style: 'quiet' }] },
        { text: [`Washed ${say.date(found.washedOn)}\n`, signed], alignment: 'right' },
      ],
      margin: [0, 6, 0, 8],
    },
    {
      text: `${found.cleaned} of ${counted(found.modules, 'module')} ${found.modules === 1 ? 'was' : 'were'} cleaned.`,
      style: 'verdict',
    },
    ...found.arrays.flatMap((array) => arrayPart(array, say, pictures)),
    ...waterPart(report, say),
    ...(found.notDone.length > 0
      ? [
          { text: 'Not done', style: 'heading' },
          { ul: found.notDone.map(({ step, reason }) => `${say.finding(step)}: ${reason}`) },
        ]
      : []),
    { text: 'Next', style: 'heading' },
    {
      text: `${found.nextDate ? `${say.date(found.nextDate)}. ` : ''}${say.finding(found.nextBecause)} ${say.finding(GAIN_OF_THE_DAY)}`,
    },
    ...(found.clockGap ? [{ text: say.finding(clockOff(found.clockGap)), style: 'quiet' }] : []),
    ...signaturePart(report, say),
  ];
  if (report.amendments.length > 0) {
    content.push(
      { text: 'Amendments', style: 'heading' },
      {
        ul: report.amendments.map(({ at, by, text, reason }) => `${say.date(at)}, ${by}: ${text} (because: ${reason})`),
      },
    );
  }
  return paperOf('Report', `Panel cleaning at ${found.site}`, firm, content);
}

function arrayPart(array: ArrayProof, say: Say, pictures: Record<string, string>): Content[] {
  const done = DONE_WORDS.filter(([key]) => array.marks[key] > 0).map(([key, words]) => `${array.marks[key]} ${words}`);
  const parts: Content[] = [
    { text: array.name, style: 'heading' },
    { text: `${counted(array.modules, 'module')}: ${done.join(', ')}.` },
  ];
  parts.push({ text: say.finding(claimFinding(array)), bold: claimOf(array).stated, margin: [0, 4, 0, 4] });
  if (array.before && array.after) {
    const kind = array.quantity === 'current' ? 'current' : 'power';
    parts.push(
      table(
        ['Reading', kind === 'current' ? 'Current' : 'Power', 'Irradiance', 'Module'],
        (['before', 'after'] as const).map((when) => [
          when === 'before' ? 'Before' : 'After',
          right(say.quantity(array[when]?.value ?? null, kind)),
          right(say.quantity(array[when]?.poaIrradiance ?? null, 'irradiance')),
          right(say.quantity(array[when]?.tempModule ?? null, 'temperature')),
        ]),
        ['*', 90, 90, 90],
      ),
    );
  }
  const caveats = caveatsOf(array);
  if (caveats.length > 0) parts.push({ ul: caveats.map(say.finding), style: 'quiet' });
  if (array.defects.length > 0) {
    parts.push({
      text: `Defects seen, which are not dirt: ${array.defects.map((defect) => say.finding(defectFinding(defect))).join('; ')}.`,
    });
  }
  const shown = array.photos.filter(({ id }) => pictures[id] !== undefined).slice(0, 6);
  for (let first = 0; first < shown.length; first += 2) {
    parts.push({
      columns: shown.slice(first, first + 2).map((photo) => pictured(photo, pictures[photo.id] ?? '')),
      columnGap: 12,
      margin: [0, 6, 0, 0],
      unbreakable: true,
    });
  }
  return parts;
}

const PICTURE = { width: 236, height: 128 };

/** A picture with the circles that were drawn over it, numbered, and what each shows under it. */
function pictured(photo: Photo, image: string): Content {
  const scale = Math.min(PICTURE.width / photo.width, PICTURE.height / photo.height);
  const [width, height] = [photo.width * scale, photo.height * scale];
  const rings = photo.marks.flatMap(({ x, y, radius }): CanvasElement[] =>
    [INK.paper, INK.ring].map((lineColor, inner) => ({
      type: 'ellipse',
      x: x * width,
      y: y * height,
      r1: radius * width,
      r2: radius * width,
      lineColor,
      lineWidth: inner ? 1.2 : 2.6,
    })),
  );
  const numbered = photo.marks.length > 1;
  const numbers = photo.marks.map(
    ({ x, y, radius }, index): Content => ({
      text: String(index + 1),
      bold: true,
      fontSize: 9,
      color: INK.ring,
      relativePosition: { x: Math.min(width - 6, (x + radius) * width + 1), y: y * height - height - 5 },
    }),
  );
  const words = photo.marks.map(({ label }, index) => (numbered ? `${index + 1}: ${label}` : `circle: ${label}`));
  return {
    stack: [
      told({ image, width, height }, photo.caption || photo.role.replace('-', ' ')),
      ...(rings.length > 0 ? [{ canvas: rings, relativePosition: { x: 0, y: -height } }] : []),
      ...(numbered ? numbers : []),
      { text: [photo.caption || photo.role.replace('-', ' '), ...words].join('; '), style: 'quiet' },
    ],
  };
}

const SIGNED = { width: 150, height: 50 };

/** Who signed, how, when and from where; a drawn signature as it was drawn. */
function signaturePart({ signature, signedAt, signedBy }: Report, say: Say): Content[] {
  if (signedAt === null) return [];
  const lines = (signature?.strokes ?? [])
    .filter((stroke) => stroke.length > 1)
    .map(
      (stroke): CanvasElement => ({
        type: 'polyline',
        points: stroke.map(([x, y]) => ({ x: x * SIGNED.width, y: y * SIGNED.width })),
        lineWidth: 1.1,
        lineColor: INK.text,
      }),
    );
  return [
    { text: 'Signature', style: 'heading' },
    ...(lines.length > 0 ? [told({ canvas: lines }, 'The signature as it was drawn')] : []),
    { text: say.finding(signedFinding(signature, signedBy ?? '', signedAt)) },
  ];
}

function waterPart({ content: found }: Report, say: Say): Content[] {
  if (found.water.length === 0) return [];
  const readings = found.water.map(
    ({ conductivity, temperature, litres }) =>
      `${say.quantity(conductivity, 'conductivity')} at ${say.quantity(temperature, 'temperature')}${litres === null ? '' : `, ${say.quantity(litres, 'volume')} used`}`,
  );
  return [
    { text: 'Water on the glass', style: 'heading' },
    {
      text: `${readings.join('; ')}. The finish keeps it under ${say.quantity(found.waterLimit, 'conductivity')}.`,
    },
  ];
}
