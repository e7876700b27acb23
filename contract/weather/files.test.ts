import { expect } from 'chai';
import { energyFromCsv, rainFromCsv } from './files.ts';

const problems = (read: ReturnType<typeof rainFromCsv> | ReturnType<typeof energyFromCsv>) =>
  read.ok ? [] : read.problems.map(({ where, message }) => `${where}: ${message}`);

describe('a record of rain as CSV', () => {
  it('is read in any order, with commas, semicolons or tabs, and sorted by day', () => {
    const days = [
      { date: '2026-01-01', rain: 0 },
      { date: '2026-01-02', rain: 12.5 },
    ];
    for (const text of [
      'date,rain\n2026-01-02,12.5\n2026-01-01,0\n',
      '\uFEFFDate;Rain (mm)\r\n2026-01-02;12,5\r\n2026-01-01;0\r\n',
      'day\tprecipitation\n\n2026-01-01\t0\n2026-01-02\t12.5',
    ])
      expect(rainFromCsv(text)).to.deep.equal({ ok: true, value: days });
  });

  it('tells each wrong line by its number, and takes nothing of the file', () => {
    const text = 'date,rain\n2026-02-30,1\n24/11/2026,1\n2026-01-01,-3\n2026-01-02,\n2026-01-03,1\n2026-01-03,2\n';
    expect(problems(rainFromCsv(text))).to.deep.equal([
      'line 2: the date must be written as 2026-11-24',
      'line 3: the date must be written as 2026-11-24',
      'line 4: rain must be a number of mm from 0 to 2000',
      'line 5: rain must be a number of mm from 0 to 2000',
      'line 7: 2026-01-03 is in the file twice',
    ]);
  });

  it('without its columns or without a day is refused', () => {
    expect(problems(rainFromCsv('a,b\n1,2'))).to.deep.equal(['line 1: must name the columns date and rain']);
    expect(problems(rainFromCsv('date,rain\n'))).to.deep.equal(['the file: holds no day']);
    expect(problems(rainFromCsv(''))).to.deep.equal(['line 1: must name the columns date and rain']);
  });

  it('of more days than a lifetime is refused without reading them all', () => {
    expect(problems(rainFromCsv(`date,rain\n${'2026-01-01,1\n'.repeat(40_100)}`))[0]).to.match(/over 40000 days/);
  });

  it('stops telling after twenty wrong lines', () => {
    expect(problems(rainFromCsv(`date,rain\n${'x,1\n'.repeat(500)}`))).to.have.length(20);
  });

  it('is not misled by text that is no table', () => {
    for (const text of ['<html><body>', '\u0000\u0001\u0002', '=HYPERLINK("x")', '{"date":1}'])
      expect(rainFromCsv(text).ok).to.equal(false);
  });
});

describe('energy by day as CSV', () => {
  it('may bring a control, day by day', () => {
    expect(energyFromCsv('date,energy,control\n2026-01-01,31.2,30\n2026-01-02,0,\n')).to.deep.equal({
      ok: true,
      value: [
        { date: '2026-01-01', energy: 31.2, control: 30 },
        { date: '2026-01-02', energy: 0, control: null },
      ],
    });
  });

  it('without a number, or with a wrong control, is refused by line', () => {
    expect(problems(energyFromCsv('date,kwh\n2026-01-01,\n2026-01-02,many\n'))).to.deep.equal([
      'line 2: energy must be a number of kWh from 0 to 10000000',
      'line 3: energy must be a number of kWh from 0 to 10000000',
    ]);
    expect(problems(energyFromCsv('date,kwh,control\n2026-01-01,3,-1\n'))).to.deep.equal([
      'line 2: control must be a number of kWh, or empty',
    ]);
  });
});
