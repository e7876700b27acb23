import { PLAIN_TERMS, type PriceBook } from '../quotes/book.ts';
import type { WaterPlanInput } from '../water/plan.ts';

/** A made-up contractor with a borehole, a resin vessel and a membrane; minor units. */
export const MADE_UP_FIRM: { water: Omit<WaterPlanInput, 'litres' | 'finish'>; prices: PriceBook } = {
  water: {
    conductivity: 900,
    waterTemperature: 18,
    carbonDioxide: 5,
    boughtConductivity: 8,
    resin: { litres: 25, utilisation: 0.95 },
    osmosis: { rejection: 0.96, recovery: 0.45, permeateFlow25: 300 },
    changeAt: 20,
    prices: { sourcePer1000: 3500, boughtPer1000: 95_000, resinPerLitre: 9500, osmosisPer1000: 4200 },
  },
  prices: {
    ...PLAIN_TERMS,
    hourlyRate: 32_000,
    crew: 2,
    travelPerKm: 650,
    consumablesPerModule: 350,
    accessEquipment: 280_000,
    minimumCharge: 0,
    riskShare: 0.15,
    planDiscount: 0.1,
    taxRate: 0.15,
  },
};
