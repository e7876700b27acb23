import sharp from 'sharp';
import type { Soil } from '../core/inspections/soil.ts';
import { seededRandom } from '../core/statistics/random.ts';

const WIDTH = 960;
const HEIGHT = 640;

const FILM_COLOUR: Record<string, string> = {
  dust: '#b49a6b',
  pollen: '#cdbf55',
  soot: '#3d3a36',
  'building-dust': '#b7b0a4',
  'harvest-dust': '#b8904f',
  salt: '#d9dedf',
  scale: '#dfe3e0',
};
const GRADE_OPACITY = { faint: 0.18, plain: 0.38, thick: 0.6 };

/** A drawn stand-in for a photograph of an array, or of a cloth after one stroke where `columns` is 0. */
export async function drawPhoto(path: string, soils: Soil[], columns: number): Promise<void> {
  const svg = columns === 0 ? cloth(soils) : panels(soils, Math.min(6, columns));
  await sharp(Buffer.from(svg)).jpeg({ quality: 68 }).toFile(path);
}

/** What a defect looks like close by, in the corner of one module. */
const DEFECT_DRAWN: Record<string, string> = {
  crack:
    '<path d="M250 90l70 80 -30 60 110 90 -20 70 120 60M320 170l90 -30M400 320l-110 40" stroke="#dfe8ee" stroke-width="4" fill="none"/>',
  'snail-trail':
    '<path d="M190 120q60 90 20 160t60 150q80 30 60 110M400 100q50 120 -10 200" stroke="#b9c6cc" stroke-width="9" fill="none" opacity=".7"/>',
  seal: '<path d="M96 500l240 -6 40 -18" stroke="#0f1113" stroke-width="12" fill="none"/><path d="M330 486q30 -34 70 -30" stroke="#e8e8e2" stroke-width="7" fill="none"/>',
};

/** A drawn stand-in for a close photograph of a defect. */
export async function drawDefect(path: string, kind: string): Promise<void> {
  const cells = Array.from({ length: 16 }, (_, at) => {
    const [x, y] = [100 + (at % 4) * 150, 40 + Math.floor(at / 4) * 114];
    return `<rect x="${x}" y="${y}" width="142" height="106" fill="#1d2f45"/><path d="M${x} ${y + 35}h142M${x} ${y + 71}h142" stroke="#8796a3" stroke-width="2"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><rect width="100%" height="100%" fill="#6f6a5e"/><rect x="70" y="0" width="${WIDTH}" height="520" fill="#c8ccce"/><rect x="92" y="0" width="${WIDTH}" height="498" fill="#22364e"/>${cells.join('')}${DEFECT_DRAWN[kind] ?? DEFECT_DRAWN.crack}</svg>`;
  await sharp(Buffer.from(svg)).jpeg({ quality: 68 }).toFile(path);
}

function panels(soils: Soil[], columns: number): string {
  const random = seededRandom(soils.length * 31 + columns);
  const width = WIDTH / (columns + 0.6);
  const parts: string[] = [];
  for (let row = 0; row < 2; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      const x = 0.3 * width + column * width;
      const y = 46 + row * 282;
      parts.push(
        `<rect x="${x}" y="${y}" width="${width - 8}" height="272" fill="#1d2f45" stroke="#c8ccce" stroke-width="5"/>`,
      );
      for (let line = 1; line < 10; line += 1) {
        parts.push(`<path d="M${x} ${y + line * 27.2}h${width - 8}" stroke="#33495f" stroke-width="1.5"/>`);
      }
      for (let line = 1; line < 6; line += 1) {
        parts.push(`<path d="M${x + (line * (width - 8)) / 6} ${y}v272" stroke="#33495f" stroke-width="1.5"/>`);
      }
      for (const soil of soils) parts.push(soilOn(soil, x, y, width - 8, random));
    }
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><defs><linearGradient id="s" x2="0" y2="1"><stop stop-color="#8fa4ae"/><stop offset="1" stop-color="#7d6d5a"/></linearGradient></defs><rect width="100%" height="100%" fill="url(#s)"/>${parts.join('')}<path d="M0 0h${WIDTH}v90L0 330z" fill="#fff" opacity=".07"/></svg>`;
}

function soilOn(soil: Soil, x: number, y: number, width: number, random: () => number): string {
  const film = FILM_COLOUR[soil.kind];
  if (film) {
    const opacity = GRADE_OPACITY[soil.grade];
    const whole = `<rect x="${x}" y="${y}" width="${width}" height="272" fill="${film}" opacity="${opacity}"/>`;
    return `${whole}<rect x="${x}" y="${y + 248}" width="${width}" height="24" fill="${film}" opacity="${Math.min(0.85, opacity * 1.5)}"/>`;
  }
  const count = Math.max(1, Math.round(soil.share * 260));
  const colour =
    { droppings: '#eceae0', lichen: '#b9b98a', algae: '#5b6b3a', moss: '#4e5f2b', sap: '#8a6a2c' }[
      soil.kind as string
    ] ?? '#999';
  return Array.from({ length: count }, () => {
    const low = soil.where === 'lower-edge';
    const cx = x + 8 + random() * (width - 16);
    const cy = low ? y + 240 + random() * 28 : y + 8 + random() * 256;
    const r = 3 + random() * 8;
    const tail =
      soil.kind === 'droppings'
        ? `<path d="M${cx} ${cy}q2 ${r * 2} ${r} ${r * 3.4}" stroke="${colour}" stroke-width="${r * 0.5}" fill="none" opacity=".8"/>`
        : '';
    return `<ellipse cx="${cx}" cy="${cy}" rx="${r}" ry="${r * 0.8}" fill="${colour}" opacity=".9"/>${tail}`;
  }).join('');
}

function cloth(soils: Soil[]): string {
  const dirty = soils.length > 0;
  const stroke = dirty
    ? `<path d="M180 330c150-70 420-70 600 0c-160 52-420 54-600 0z" fill="#6d5a3d" opacity=".75"/>`
    : `<path d="M180 330c150-70 420-70 600 0c-160 52-420 54-600 0z" fill="#e3e4dd" opacity=".7"/>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><rect width="100%" height="100%" fill="#31465c"/><rect x="90" y="80" width="780" height="480" rx="30" fill="#f4f4ee" transform="rotate(-3 480 320)"/><path d="M140 150l690 -20M150 520l700 -30" stroke="#dcdcd2" stroke-width="6"/>${stroke}</svg>`;
}
