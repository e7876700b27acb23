import { expect } from 'chai';
import { arrayBody } from '../testing/bodies.ts';
import {
  arrayFromJson,
  arrayToJson,
  modulesFromCsv,
  modulesFromText,
  modulesToCsv,
  modulesToText,
} from './drawingFile.ts';
import { array } from './endpoints.ts';

const solarArray = array.parse({
  ...arrayBody({ rows: 2, columns: 3, missing: [5], strings: [{ name: 'Left', modules: [3, 0] }] }),
  id: '11111111-1111-4111-8111-111111111111',
  siteId: '22222222-2222-4222-8222-222222222222',
  version: 1,
});
const problemsOf = (read: { ok: boolean } & Partial<{ problems: { where: string; message: string }[] }>) =>
  (read.problems ?? []).map(({ where, message }) => `${where}: ${message}`);

describe('an array as a JSON file', () => {
  it('comes back as it was, without whose it is', () => {
    const { id: _id, siteId: _site, version: _version, ...fields } = solarArray;
    expect(arrayFromJson(arrayToJson(solarArray))).to.deep.equal({ ok: true, value: fields });
  });

  it('that is no JSON, or another file, is refused in words', () => {
    expect(problemsOf(arrayFromJson('row,column'))).to.deep.equal(['the file: is not JSON']);
    expect(problemsOf(arrayFromJson('{"format":"other"}'))[0]).to.match(/^format: /);
  });

  it('from before drawings had their name is refused, and says which word to change', () => {
    const old = arrayToJson(solarArray).replace('"drawing"', '"sheet"');
    expect(problemsOf(arrayFromJson(old))).to.deep.equal([
      'array.sheet: is called "drawing" now: change that word in the file, and send it again',
    ]);
  });

  it('with a string over a module that is not there names the field', () => {
    const broken = arrayToJson(solarArray).replace(/"modules": \[\s*3,\s*0\s*\]/, '"modules": [3, 5]');
    expect(problemsOf(arrayFromJson(broken))).to.deep.equal([
      'array.strings.0.modules: module 6 is no module of this array',
    ]);
  });
});

describe('a list of modules as CSV', () => {
  const drawn = { modules: ['2,1', '2,2', '3,1'], strings: [{ name: 'A, left', modules: ['3,1', '2,1'] }] };

  it('counts from one at the top left and keeps the order of a string', () => {
    const text = modulesToCsv(drawn, { row: 2, column: 1 });
    expect(text).to.equal(
      'row,column,string,position,inverter,electronics\n1,1,"A, left",2,,\n1,2,,,,\n2,1,"A, left",1,,\n',
    );
    expect(modulesFromCsv(text)).to.deep.equal({
      ok: true,
      value: { modules: ['0,0', '0,1', '1,0'], strings: [{ name: 'A, left', modules: ['1,0', '0,0'] }] },
    });
  });

  it('keeps the inverter of a string and electronics at its modules', () => {
    const strings = [{ name: 'A', modules: ['0,1', '0,0'], inverter: '=Shed', electronics: 'module' as const }];
    const text = modulesToCsv({ modules: ['0,0', '0,1'], strings }, { row: 0, column: 0 });
    expect(text.split('\n')[1]).to.equal(`1,1,A,2,"'=Shed",module`);
    expect(modulesFromCsv(text)).to.deep.equal({ ok: true, value: { modules: ['0,0', '0,1'], strings } });
  });

  it('refuses two inverters for one string, and electronics that are neither', () => {
    const text = 'row,column,string,inverter,electronics\n1,1,A,Shed,\n1,2,A,Barn,\n1,3,A,,optimiser\n';
    expect(problemsOf(modulesFromCsv(text))).to.deep.equal([
      'line 3: A ends in Shed by a line above, in Barn by this one',
      'line 4: electronics must be string or module, or empty',
    ]);
  });

  it('tells each wrong line by its number, and takes nothing of it', () => {
    const text = 'row,column,string,position\n1,1,,\n0,1,,\n1,x,,\n1,1,,\n2,1,S,first\n';
    expect(problemsOf(modulesFromCsv(text))).to.deep.equal([
      'line 3: row must be a whole number from 1 to 200',
      'line 4: column must be a whole number from 1 to 400',
      'line 5: row 1, column 1 is in the file twice',
      'line 6: position must be a whole number from 1',
    ]);
  });

  it('without its columns, or without a module, is refused', () => {
    expect(problemsOf(modulesFromCsv('a,b\n1,2\n'))).to.deep.equal(['line 1: must name the columns row and column']);
    expect(problemsOf(modulesFromCsv('row,column\n'))).to.deep.equal(['the file: names no module']);
    expect(problemsOf(modulesFromCsv(''))[0]).to.match(/^line 1: /);
  });

  it('with semicolons and a byte order mark is read just the same', () => {
    expect(modulesFromCsv('\uFEFFRow;Column\r\n1;2\r\n').ok).to.equal(true);
  });

  it('a name that a spreadsheet would run is written as text and read back', () => {
    const odd = { modules: ['0,0'], strings: [{ name: '=1+1', modules: ['0,0'] }] };
    const text = modulesToCsv(odd, { row: 0, column: 0 });
    expect(text).to.contain("'=1+1");
    expect(modulesFromCsv(text)).to.deep.equal({ ok: true, value: odd });
  });

  it('of more modules than an array has is told so, not read to its end', () => {
    const text = `row,column\n${Array.from({ length: 20_050 }, (_, index) => `${1 + (index % 200)},${1 + Math.floor(index / 200)}`).join('\n')}`;
    expect(problemsOf(modulesFromCsv(text))).to.deep.equal(['the file: has over 20000 modules; divide the array']);
  });
});

describe('modules on the clipboard', () => {
  it('are lines of x that come back as the same places', () => {
    const text = modulesToText(['4,3', '5,4', '4,5']);
    expect(text).to.equal('x\t\tx\n\tx\t');
    expect(modulesFromText(text)).to.deep.equal([
      { row: 0, column: 0 },
      { row: 0, column: 2 },
      { row: 1, column: 1 },
    ]);
  });

  it('come from a spreadsheet of ones and zeros, or from letters in a row', () => {
    expect(modulesFromText('1\t0\t1\r\n')).to.have.length(2);
    expect(modulesFromText('xx.x\nx--x')).to.have.length(5);
    expect(modulesFromText('')).to.deep.equal([]);
  });
});
