import { expect } from 'chai';
import { bare } from '../findings.ts';
import { epwText } from '../testing/epwText.ts';
import { MILLISECONDS_PER_DAY } from '../time/utc.ts';
import { parseEpw } from './epw.ts';
import { CLIMATES, climateMonth, climateOf, climateOfEpw, climateOfRain, generateWeatherYears } from './index.ts';

const base = CLIMATES['winter-rain'];
/** Years of daily rain drawn from a climate, as a record of them. */
const record = (climate: (typeof CLIMATES)[keyof typeof CLIMATES], latitude: number, years: number) =>
  generateWeatherYears(climate, latitude, years, 8).flatMap(({ rain }, year) =>
    rain.map((mm, day) => ({
      date: new Date(Date.UTC(2001 + year, 0, 1) + day * MILLISECONDS_PER_DAY).toISOString().slice(0, 10),
      rain: mm,
    })),
  );

describe('the climate of a site', () => {
  it('is the shipped one that a key names, or itself', () => {
    expect(climateOf('desert')).to.equal(CLIMATES.desert);
    expect(climateOf(base)).to.equal(base);
  });

  it('from a long record of rain is the climate that the rain was drawn from', () => {
    for (const latitude of [-33.5, 40]) {
      const found = climateOfRain(record(CLIMATES['summer-rain'], latitude, 30), base, latitude);
      for (const month of [0, 3, 6, 9]) {
        const of = (values: readonly number[] | undefined) => climateMonth(values ?? [], month, latitude);
        expect(of(found?.wetAfterWet)).to.be.closeTo(of(CLIMATES['summer-rain'].wetAfterWet), 0.15);
        expect(of(found?.wetAfterDry)).to.be.closeTo(of(CLIMATES['summer-rain'].wetAfterDry), 0.06);
        expect(of(found?.rainMean) / of(CLIMATES['summer-rain'].rainMean)).to.be.within(0.7, 1.4);
      }
    }
  });

  it('keeps what a record of rain does not tell, and says where the rain is from', () => {
    const found = climateOfRain(record(CLIMATES.desert, -33.5, 2), base, -33.5);
    expect(found).to.deep.include({
      name: bare('climate-of-rain'),
      madeUp: false,
      tempAir: base.tempAir,
      dew: base.dew,
    });
  });

  it('is not to be had from a record that leaves a month out', () => {
    const days = record(CLIMATES.desert, -33.5, 3).filter(({ date }) => date.slice(5, 7) !== '08');
    expect(climateOfRain(days, base, -33.5)).to.equal(null);
    expect(climateOfRain([], base, -33.5)).to.equal(null);
  });

  it('a year without a drop in a month leaves a little of the usual rain there', () => {
    const dry = record(CLIMATES.desert, -33.5, 1).map((day) => ({ ...day, rain: 0 }));
    const found = climateOfRain(dry, base, -33.5);
    expect(found?.wetAfterDry[6]).to.be.above(0).and.below(base.wetAfterDry[6]);
  });

  it('from a year of clear hours is as clear as its turbidity, warm and dry as they say', () => {
    const { climate, rain } = climateOfEpw(parseEpw(epwText()), base);
    expect(rain).to.equal(false);
    expect(climate.wetAfterWet).to.deep.equal(base.wetAfterWet);
    for (const month of [0, 5, 11]) {
      expect(climateMonth(climate.clearSkyIndexDry, month, -33.5)).to.be.within(0.9, 1);
      expect(climate.tempAir[month]).to.be.closeTo(20, 1e-9);
      expect(climate.humidity[month]).to.be.closeTo(0.5, 1e-9);
      expect(climate.dew[month]).to.equal(0);
      expect(climate.windSpeed[month]).to.be.closeTo(3 * 0.75, 1e-9);
    }
    expect(climate.name).to.deep.equal({ code: 'climate-of-epw', params: { place: 'Made-up valley' } });
  });

  it('takes the rain of a file that has some, and the dew of its damp nights', () => {
    const lines = epwText().split('\r\n');
    const wet = lines.map((line, index) => {
      const cells = line.split(',');
      if (index < 8 || cells.length < 35) return line;
      if (cells[3] === '4') cells[8] = '97';
      if (cells[3] === '12' && Number(cells[2]) % 3 === 0) cells[33] = '4';
      return cells.join(',');
    });
    const { climate, rain } = climateOfEpw(parseEpw(wet.join('\r\n')), base);
    expect(rain).to.equal(true);
    expect(climate.dew[0]).to.equal(1);
    expect(climate.rainMean[0]).to.be.closeTo(4, 0.1);
    expect(climate.wetAfterWet[0]).to.be.below(0.1);
    expect(climate.wetAfterDry[0]).to.be.within(0.25, 0.5);
  });
});
