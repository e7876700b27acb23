import type { Birds, Surroundings } from '../../core/assumptions.ts';
import type { YearsOfSite } from '../../core/soiling/yearsOfSite.ts';
import type { ClimateKey } from '../../core/weather/climates.ts';
import { MADE_UP_CLIMATES } from '../../words/en/climates.ts';
import { BIRD_WORDS, SURROUNDINGS_WORDS } from '../../words/en/labels.ts';
import { useCurrency } from '../api/hooks.ts';
import { Pick as PickOne } from '../parts/Pick.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { pairs } from '../parts/pairs.ts';

interface SiteInputsProps {
  site: Pick<YearsOfSite, 'climate' | 'latitude' | 'surfaceTilt' | 'array'>;
  exposure: { surroundings: Surroundings; birds: Birds };
  /** money for one kWh, and for one cleaning */
  prices: { perKWh: number; cleaning: number };
  onSite: (change: Partial<SiteInputsProps['site']>) => void;
  onExposure: (change: Partial<SiteInputsProps['exposure']>) => void;
  onPrices: (change: Partial<SiteInputsProps['prices']>) => void;
}

/** What every bench of a year asks: where, how steep, how big, what settles there, and what energy and a cleaning cost. */
export function SiteInputs({ site, exposure, prices, onSite, onExposure, onPrices }: SiteInputsProps) {
  const currency = useCurrency();
  return (
    <>
      <PickOne
        label="Climate (made up)"
        value={typeof site.climate === 'string' ? site.climate : ''}
        options={pairs(MADE_UP_CLIMATES)}
        onPick={(key) => onSite({ climate: key as ClimateKey })}
      />
      <PickOne
        label="Surroundings"
        value={exposure.surroundings}
        options={pairs(SURROUNDINGS_WORDS)}
        onPick={(key) => onExposure({ surroundings: key as Surroundings })}
      />
      <PickOne
        label="Birds"
        value={exposure.birds}
        options={pairs(BIRD_WORDS)}
        onPick={(key) => onExposure({ birds: key as Birds })}
      />
      <PlainNumber
        label="Array"
        suffix="kWp"
        value={site.array.pdc0 / 1000}
        min={0.1}
        max={100_000}
        onValue={(kilowatts) => onSite({ array: { ...site.array, pdc0: kilowatts * 1000 } })}
      />
      <PlainNumber
        label="Latitude"
        suffix="° north"
        value={site.latitude}
        min={-66}
        max={66}
        onValue={(latitude) => onSite({ latitude })}
      />
      <PlainNumber
        label="Tilt"
        suffix="°"
        value={site.surfaceTilt}
        min={0}
        max={90}
        onValue={(surfaceTilt) => onSite({ surfaceTilt })}
      />
      <PlainNumber
        label="A kWh is worth"
        suffix={currency}
        value={prices.perKWh}
        min={0}
        max={1000}
        onValue={(perKWh) => onPrices({ perKWh })}
      />
      <PlainNumber
        label="One cleaning"
        suffix={currency}
        value={prices.cleaning}
        min={0}
        max={1e9}
        onValue={(cleaning) => onPrices({ cleaning })}
      />
    </>
  );
}
