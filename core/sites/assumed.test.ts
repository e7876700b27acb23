import { expect } from 'chai';
import { DEFAULT_GLASS } from '../units/quantities.ts';
import { askedOfCustomer, assumedFacts, azimuthOf, climateOfPlace, eaveOf, factWords } from './assumed.ts';

const site = {
  altitude: 100,
  climate: 'winter-rain',
  surroundings: 'town',
  energyBought: 250000,
  energySold: 80000,
  ownUse: 0.6,
  runOff: 'garden',
  waterSource: 'tap',
  travelKm: 20,
  travelMinutes: 30,
};
const array = {
  name: 'North roof',
  orientation: 'portrait',
  moduleWatts: 415,
  gammaPdc: -0.0035,
  tilt: 20,
  azimuth: 0,
  mount: 'flat-roof',
  storeys: 2,
  eaveHeight: 5.5,
  birds: 'few',
};

describe('what is assumed of a site', () => {
  it('is nothing where everything was said', () => {
    expect(assumedFacts({ ...site, assumed: [] }, [{ ...array, assumed: [] }])).to.deep.equal([]);
    expect(assumedFacts(site, [array]), 'records from before it was asked').to.deep.equal([]);
  });
  it('names each with its value, the array that it is of, and water that nobody has read', () => {
    const facts = assumedFacts(
      { ...site, assumed: ['ownUse', 'waterSource'] },
      [{ ...array, assumed: ['eaveHeight', 'mount'] }],
      350,
    );
    expect(facts).to.deep.equal([
      { key: 'ownUse', what: 'self-consumption', value: 0.6, kind: 'fraction' },
      { key: 'waterSource', what: 'water source', value: 'tap' },
      { key: 'conductivity', what: 'conductivity of the water', value: 350, kind: 'conductivity' },
      { key: 'eaveHeight', what: 'eave height', value: 5.5, kind: 'length', of: 'North roof' },
      { key: 'mount', what: 'mount', value: 'flat roof', of: 'North roof' },
    ]);
  });
});

describe('an assumed fact in words', () => {
  const facts = assumedFacts({ ...site, assumed: ['ownUse', 'energyBought', 'travelKm'] }, [
    { ...array, assumed: ['tilt', 'mount', 'eaveHeight'] },
  ]);
  it('carries its value, its unit and what it is of', () => {
    expect(facts.map((fact) => factWords(fact, DEFAULT_GLASS, 'ZAR').replace(/\s/g, ' '))).to.deep.equal([
      'self-consumption 60 %',
      'price of energy bought ZAR 2.50/kWh',
      'drive there and back, km 20',
      'tilt 20° (North roof)',
      'mount flat roof (North roof)',
      'eave height 5.5 m (North roof)',
    ]);
  });
  it('is asked of the customer only where the customer can tell', () => {
    expect(askedOfCustomer(facts).map(({ key }) => key)).to.deep.equal(['ownUse', 'energyBought', 'tilt']);
  });
});

describe('an eave that nobody has measured', () => {
  it('is higher with each storey, and low for frames on the ground', () => {
    expect([1, 2, 3].map((storeys) => eaveOf('pitched-roof', storeys))).to.deep.equal([2.8, 5.5, 8.2]);
    expect(eaveOf('ground', 0)).to.equal(0.6);
    expect(eaveOf('carport', 1)).to.equal(2.4);
    expect(eaveOf('pitched-roof', 0)).to.equal(2.8);
  });
});

describe('a place of which nobody has said more than where it is', () => {
  it('has its faces towards the noon sun, on either half of the earth', () => {
    expect([-33.5, 51.2].map(azimuthOf)).to.deep.equal([0, 180]);
  });
  it('has the climate of the sites before, and rain all year far from the equator', () => {
    expect(climateOfPlace(-33.5, 'winter-rain')).to.equal('winter-rain');
    expect([51.2, -46].map((latitude) => climateOfPlace(latitude, 'winter-rain'))).to.deep.equal([
      'all-year-rain',
      'all-year-rain',
    ]);
  });
});
