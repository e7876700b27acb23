import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { useController, useFormContext, useWatch } from 'react-hook-form';
import { azimuthOf, climateOfPlace, eaveOf } from '../../core/sites/assumed.ts';
import { parseCoordinates } from '../../core/units/parse.ts';
import type { ClimateKey } from '../../core/weather/climates.ts';
import { MADE_UP_CLIMATES } from '../../words/en/climates.ts';
import { SURROUNDINGS_WORDS } from '../../words/en/labels.ts';
import { minorDigits } from '../../words/money.ts';
import { useCurrency } from '../api/hooks.ts';
import { CheckField, DateField, NumberField, SelectField, TextField } from '../parts/fields.tsx';
import { useLabel } from '../parts/labels.ts';
import { pairs } from '../parts/pairs.ts';

const CLIMATE_OPTIONS = pairs(MADE_UP_CLIMATES);

/** The fields of a site, with the coordinates taken from whatever is pasted. */
export function SiteFields({ prefix = '' }: { prefix?: string }) {
  const currency = useCurrency();
  const name = (field: string) => `${prefix}${field}`;
  const perKWh = 1 / 1000 / 10 ** minorDigits(currency);
  return (
    <>
      <fieldset>
        <legend>Place</legend>
        <div className="form-grid">
          <TextField name={name('name')} label="Site" />
          <TextField name={name('place')} label="Street and town" className="wide" />
          <Coordinates prefix={prefix} />
          <NumberField name={name('latitude')} label="Latitude" kind="angle" suffix="° north" digits={5} />
          <NumberField name={name('longitude')} label="Longitude" kind="angle" suffix="° east" digits={5} />
          <NumberField name={name('altitude')} label="Altitude" kind="length" />
          <TextField name={name('zone')} label="Time zone" />
          <SelectField name={name('climate')} label="Climate" options={CLIMATE_OPTIONS} className="wide" />
          <SelectField name={name('surroundings')} label="Surroundings" options={pairs(SURROUNDINGS_WORDS)} />
        </div>
      </fieldset>
      <fieldset>
        <legend>Energy, water and access</legend>
        <div className="form-grid">
          <NumberField
            name={name('energyBought')}
            label="Energy bought"
            kind="count"
            scale={perKWh}
            digits={4}
            suffix={`${currency}/kWh`}
          />
          <NumberField
            name={name('energySold')}
            label="Energy sold"
            kind="count"
            scale={perKWh}
            digits={4}
            suffix={`${currency}/kWh`}
          />
          <NumberField
            name={name('ownUse')}
            label="Self-consumption"
            kind="fraction"
            hint="Share of the production used on site"
          />
          <SelectField
            name={name('waterSource')}
            label="Water source"
            options={[
              ['tap', 'tap'],
              ['borehole', 'borehole'],
              ['rain-tank', 'rain tank'],
              ['none', 'none on site'],
            ]}
          />
          <SelectField
            name={name('runOff')}
            label="Run-off goes to"
            options={[
              ['drain', 'drain'],
              ['garden', 'garden'],
              ['rainwater-tank', 'rainwater tank'],
            ]}
          />
          <NumberField
            name={name('waterLimit')}
            label="Water for a visit, at most"
            kind="volume"
            optional
            hint="Empty: as much as is wanted. 0: none may be used"
          />
          <CheckField name={name('groundOnly')} label="Nobody may leave the ground here" />
          <NumberField name={name('travelKm')} label="Drive there and back" kind="count" suffix="km" />
          <NumberField name={name('travelMinutes')} label="Time there and back" kind="minutes" />
          <TextField name={name('notes')} label="Notes" lines={2} className="full" />
        </div>
      </fieldset>
    </>
  );
}

/** Coordinates in any usual notation, pasted into one field. */
export function Coordinates({
  prefix = '',
  label = 'Paste coordinates',
  note = 'Any usual notation; fills latitude and longitude',
  alone = false,
}: {
  prefix?: string;
  label?: string;
  note?: string;
  /** whether no other fields hold the place: what cannot be read is no place then, and is said when the form is sent */
  alone?: boolean;
}) {
  const { getValues, setValue } = useFormContext();
  const { error } = useController({ name: `${prefix}latitude` }).fieldState;
  // Where the form has a field for the latitude itself, that one comes after this and is named.
  useLabel(`${prefix}latitude`, 'Coordinates');
  // What this device kept of an unfinished form is seen again.
  const [text, setText] = useState(() => {
    const kept = getValues([`${prefix}latitude`, `${prefix}longitude`]);
    return alone && kept.every(Number.isFinite) ? kept.join(', ') : '';
  });
  const [wrong, setWrong] = useState(false);
  const latitude = useWatch({ name: `${prefix}latitude` });
  // What was pasted goes with the form when that is emptied, and not while somebody empties it here.
  const set = useRef<number | null>(latitude);
  useEffect(() => {
    if (latitude === null && set.current !== null) setText('');
    if (latitude === null) set.current = null;
  }, [latitude]);
  const read = (pasted: string) => {
    setText(pasted);
    const found = parseCoordinates(pasted);
    setWrong(pasted.trim() !== '' && found === null);
    if (!found && !alone) return;
    const none = pasted.trim() === '' ? null : Number.NaN;
    set.current = found ? found.latitude : none;
    setValue(`${prefix}latitude`, set.current, { shouldDirty: true });
    setValue(`${prefix}longitude`, found ? found.longitude : null, { shouldDirty: true });
  };
  return (
    <div className="wide">
      <label className="form-label" htmlFor="coordinates">
        {label}
      </label>
      <input
        id="coordinates"
        className={`form-control${wrong || (alone && error) ? ' is-invalid' : ''}`}
        aria-invalid={wrong || (alone && error !== undefined)}
        placeholder={'33°30\'0"S 19°12\'0"E or -33.5, 19.2'}
        value={text}
        onChange={(event) => read(event.target.value)}
        aria-describedby="coordinates-note"
      />
      <div id="coordinates-note" className={wrong ? 'field-error' : 'form-text'}>
        {wrong ? "Not read as a place. Try -33.5, 19.2 or 33°30'S 19°12'E" : note}
      </div>
    </div>
  );
}

/** The fields of an array. */
export function ArrayFields({ prefix = '' }: { prefix?: string }) {
  const name = (field: string) => `${prefix}${field}`;
  useEaveOfStoreys(prefix);
  return (
    <fieldset>
      <legend>Array</legend>
      <div className="form-grid">
        <TextField name={name('name')} label="Name" />
        <NumberField name={name('rows')} label="Rows" kind="count" suffix="up the slope" />
        <NumberField name={name('columns')} label="Columns" kind="count" suffix="along the eave" />
        <SelectField
          name={name('orientation')}
          label="Orientation"
          options={[
            ['portrait', 'portrait'],
            ['landscape', 'landscape'],
          ]}
        />
        <NumberField name={name('moduleWatts')} label="Each module" kind="power" />
        <NumberField
          name={name('gammaPdc')}
          label="Temperature coefficient"
          kind="count"
          scale={100}
          digits={3}
          suffix="%/K"
        />
        <NumberField name={name('tilt')} label="Tilt" kind="angle" />
        <NumberField
          name={name('azimuth')}
          label="Faces (azimuth)"
          kind="angle"
          suffix="° from north"
          hint="0 north, 90 east, 180 south, 270 west"
        />
        <SelectField
          name={name('mount')}
          label="Mount"
          options={[
            ['pitched-roof', 'pitched roof'],
            ['flat-roof', 'flat roof, frames'],
            ['ground', 'ground'],
            ['carport', 'carport'],
            ['elevated', 'elevated walkway'],
          ]}
        />
        <NumberField name={name('storeys')} label="Storeys" kind="count" />
        <NumberField name={name('eaveHeight')} label="Eave height" kind="length" />
        <DateField name={name('installedOn')} label="Installed on" />
        <NumberField
          name={name('inverterLimit')}
          label="Inverter limit"
          kind="power"
          optional
          hint="Empty where there is none"
        />
        <NumberField
          name={name('exportLimit')}
          label="Export limit"
          kind="power"
          optional
          hint="Empty where there is none"
        />
        <NumberField
          name={name('rearFraction')}
          label="Bifacial gain"
          kind="fraction"
          hint="Bifacial: 7 % over light ground, 0 on a roof"
        />
        <SelectField
          name={name('birds')}
          label="Birds"
          options={[
            ['none', 'none'],
            ['few', 'a few'],
            ['roost', 'roost above'],
          ]}
        />
      </div>
    </fieldset>
  );
}

/** A field that nobody has said follows what else is typed. @param value null where that says nothing yet */
function useFollowing(prefix: string, field: string, value: number | string | null): void {
  const { setValue, getValues } = useFormContext();
  const assumed: unknown = useWatch({ name: `${prefix}assumed` });
  const follows = Array.isArray(assumed) && assumed.includes(field);
  useEffect(() => {
    if (!follows || value === null) return;
    if (getValues(prefix + field) !== value) setValue(prefix + field, value);
  }, [follows, value, prefix, field, setValue, getValues]);
}

/** An eave that nobody has measured follows the storeys and the mount. */
function useEaveOfStoreys(prefix: string): void {
  const [mount, storeys] = useWatch({ name: [`${prefix}mount`, `${prefix}storeys`] }) as [string, unknown];
  useFollowing(prefix, 'eaveHeight', typeof storeys === 'number' ? eaveOf(mount, storeys) : null);
}

/** In a form of a site and its first array: which way it faces and its climate follow where it lies. */
export function FollowsPlace({ usualClimate }: { usualClimate: ClimateKey }) {
  const latitude: unknown = useWatch({ name: 'site.latitude' });
  const known = typeof latitude === 'number';
  useFollowing('array.', 'azimuth', known ? azimuthOf(latitude) : null);
  useFollowing('site.', 'climate', known ? climateOfPlace(latitude, usualClimate) : null);
  return null;
}

export function FormFoot({
  busy,
  words,
  onDiscard,
}: {
  busy: boolean;
  words: string;
  onDiscard?: (() => void) | undefined;
}) {
  return (
    <div className="form-foot">
      <Button type="submit" disabled={busy}>
        {busy ? 'Sending …' : words}
      </Button>
      {onDiscard && (
        <Button variant="quiet" onClick={onDiscard}>
          Discard draft
        </Button>
      )}
      <span className="quiet">What you type is kept on this device until it is sent.</span>
    </div>
  );
}
