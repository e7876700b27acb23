import Papa from 'papaparse';
import type { FileProblem, ReadFile } from './readFile.ts';

/** A line of a table: a cell by any of the names that its column may have, and where it stands. */
export interface TableLine {
  /** such as "line 7" */
  where: string;
  cell: (...names: readonly string[]) => string | undefined;
}

interface Table {
  /** columns that must be there; each by the names it may have, the first of them the one that is asked for */
  needed: readonly (readonly string[])[];
  /** lines that can be right at most, and what is said of a table with more */
  most: number;
  tooMany: string;
}

/**
 * The one reader of tables with headings: parted by comma, semicolon or tab, whichever it is, with empty lines passed over.
 * Headings are taken in lower case without the blanks about them. Of a table that is too long no line is given.
 */
export function readTable(text: string, { needed, most, tooMany }: Table): ReadFile<TableLine[]> {
  const { data, meta } = Papa.parse<Record<string, string | undefined>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase(),
    // One line more than can be right is enough to say so.
    preview: most + 1,
  });
  const fields = meta.fields ?? [];
  const absent = needed.filter((names) => !names.some((name) => fields.includes(name))).map(([name]) => name);
  const refuse = (problem: FileProblem): ReadFile<TableLine[]> => ({ ok: false, problems: [problem] });
  if (absent.length > 0) return refuse({ where: 'line 1', message: `must name the columns ${absent.join(' and ')}` });
  if (data.length > most) return refuse({ where: 'the file', message: tooMany });
  return {
    ok: true,
    value: data.map((row, index) => ({
      where: `line ${index + 2}`,
      cell: (...names) => names.map((name) => row[name]).find((cell) => cell !== undefined),
    })),
  };
}
