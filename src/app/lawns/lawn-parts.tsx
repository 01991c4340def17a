'use client';
import type { ReactNode } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import { SCHOOLS } from '@/core/ground/crossing';
import { EXPOSURES, MOISTURES } from '@/core/ground/site';
import { TURF_FACTS } from '@/core/lawn/turf';
import { ASPECTS, DRAINAGES, THATCHES } from '@/core/lawn/zone';
import { SITES, TEXTURES, TURFS } from '@/core/trade/terms';
import type { StationName } from '@/server/lawns/lawn-sheet';
import { TurfPicture } from '@/ui/turf-picture';
import {
  ChoiceEntry,
  FigureEntry,
  PickEntry,
  ProseEntry,
  SelectEntry,
  TextEntry,
  WeekdaysEntry,
  YesNoEntry,
} from '../entry/fields';
import { StationOptions } from '../station-options';
import { AreaPart } from './area-part';
import type { LawnTyped } from './lawn-draft';
import { Seedings } from './seedings';
import { WatersNear } from './waters-near';

const Text = TextEntry<LawnTyped>;
const Prose = ProseEntry<LawnTyped>;
const Figure = FigureEntry<LawnTyped>;
const Pick = PickEntry<LawnTyped>;
const YesNo = YesNoEntry<LawnTyped>;

function Part({ name, children }: Readonly<{ name: string; children: ReactNode }>) {
  return (
    <section className="mt-5">
      <h2 className="mb-2 border-b-2 border-iron text-row">{name}</h2>
      {children}
    </section>
  );
}

/** The fields of a zone's sheet, part by part. */
export function LawnParts({
  houseSchool,
  stations,
}: Readonly<{ houseSchool: string; stations: readonly StationName[] }>) {
  return (
    <>
      <Part name="Whose and where">
        <div className="grid grid-cols-1 gap-3 md:grid-cols-3">
          <Text name="customer" label="Customer" />
          <Text name="address" label="Address" />
          <Text name="name" label="Zone" hint="What gets one treatment: one turf, one exposure." />
        </div>
      </Part>
      <Part name="Turf">
        <TurfPart />
      </Part>
      <Part name="Area and trees">
        <AreaPart />
      </Part>
      <Part name="Soil and sun">
        <SoilAndSun />
      </Part>
      <Part name="Edges and water">
        <div className="grid grid-cols-2 gap-3 md:grid-cols-4">
          <Figure
            name="concreteEdgeFt"
            label="Edge along concrete"
            unit="length"
            hint="The strip that a careless edge misses."
          />
          <Figure name="bedEdgeFt" label="Edge along beds" unit="length" hint="No overspray here." />
          <Pick
            name="grounds"
            label="The ground is"
            hint="Labels set limits by it."
            none="not said"
            options={SITES}
          />
        </div>
        <WatersNear />
      </Part>
      <Part name="Care">
        <div className="grid grid-cols-1 gap-3 md:grid-cols-3">
          <Figure name="irrigation" label="Irrigation" unit="waterRate" hint="Empty: none, or a hose." />
          <ChoiceEntry<LawnTyped, LawnTyped['thatch']>
            name="thatch"
            label="Thatch and dead leaf"
            options={THATCHES}
          />
          <Prose name="weedHistory" label="Weeds of past years" rows={2} />
          <Prose name="thinSpots" label="Thin or shaded spots" rows={2} />
          <Pick
            name="school"
            label="This lawn goes by"
            hint="When its line counts as crossed."
            none={`the house rule: ${houseSchool}`}
            options={SCHOOLS}
          />
        </div>
        <Seedings />
      </Part>
      <Part name="At the stop, and what the customer wishes">
        <AtTheStop stations={stations} />
      </Part>
    </>
  );
}

/** Which grass; who does not know it sees all of them. */
function TurfPart() {
  const { control } = useFormContext<LawnTyped>();
  const { field } = useController({ control, name: 'turf' });
  const facts = TURF_FACTS[field.value];
  return (
    <>
      <div className="grid grid-cols-1 gap-3 md:grid-cols-[1fr_1fr_1.4fr]">
        <SelectEntry<LawnTyped> name="turf" label="Turf" options={TURFS.map((t) => [t, t])} />
        <Pick
          name="mixedWith"
          label="Mixed with"
          hint="A mix takes the stricter of both."
          none="nothing else"
          options={TURFS}
        />
        <p className="flex items-center gap-3 text-note">
          <TurfPicture facts={facts} />
          <span>
            {facts.look}.{' '}
            {facts.season === 'cool' ? 'Cool season: slows in summer.' : 'Warm season: sleeps in winter.'}
          </span>
        </p>
      </div>
      <details className="mt-2">
        <summary className="min-h-touch cursor-pointer py-2 font-cond text-lead">
          Not sure? See all twelve
        </summary>
        <ul className="grid grid-cols-1 gap-2 sm:grid-cols-2 lg:grid-cols-3">
          {TURFS.map((t) => (
            <li key={t}>
              <button
                type="button"
                aria-pressed={t === field.value}
                onClick={() => field.onChange(t)}
                className={`flex min-h-glove w-full items-center gap-3 border-2 px-2 text-left ${t === field.value ? 'border-moss' : 'border-hair'} bg-paper`}
              >
                <TurfPicture facts={TURF_FACTS[t]} />
                <span className="text-fine leading-tight">
                  <b className="font-cond text-lead">{t}</b>
                  <br />
                  {TURF_FACTS[t].look}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </details>
    </>
  );
}

function SoilAndSun() {
  return (
    <div className="grid grid-cols-1 gap-3 md:grid-cols-2">
      <ChoiceEntry<LawnTyped, LawnTyped['texture']> name="texture" label="Soil" options={TEXTURES} />
      <ChoiceEntry<LawnTyped, LawnTyped['moisture']> name="moisture" label="Moisture" options={MOISTURES} />
      <ChoiceEntry<LawnTyped, LawnTyped['exposure']> name="exposure" label="Sun" options={EXPOSURES} />
      <ChoiceEntry<LawnTyped, LawnTyped['drainage']>
        name="drainage"
        label="Drainage"
        options={DRAINAGES}
        words={(d) => (d === 'ponds' ? 'water stands' : d)}
      />
      <YesNo name="besidePavement" label="Is it a strip along pavement?" />
      <div className="grid grid-cols-2 gap-3">
        <Figure name="slopePercent" label="Slope" unit="%" />
        <Pick name="aspect" label="Faces" none="level" options={ASPECTS} />
      </div>
    </div>
  );
}

function AtTheStop({ stations }: Readonly<{ stations: readonly StationName[] }>) {
  return (
    <div className="grid grid-cols-1 gap-3 md:grid-cols-2">
      <Prose
        name="hazards"
        label="Hazards"
        rows={2}
        hint="Dog, low lights, ornaments, artificial turf that gets nothing."
      />
      <Prose name="notes" label="Notes" rows={2} hint="Gate, hose, whom to ring." />
      <Prose name="optOut" label="Not to be used here" rows={2} hint="What the customer has opted out of." />
      <div className="grid grid-cols-2 gap-3">
        <Figure name="noticeHours" label="Notice before a visit" called="Notice" unit="hours" />
        <YesNo name="organicOnly" label="Organic only" />
        <WeekdaysEntry<LawnTyped> name="mownOn" label="Mown by others on" />
        <WeekdaysEntry<LawnTyped> name="wateredOn" label="Watered on" />
        <Text name="email" label="Mail of the customer" called="Mail" />
        <Figure name="visitPrice" label="Price of a visit" unit="USD" />
        <Figure name="latitude" label="Latitude" unit="°" />
        <Figure name="longitude" label="Longitude" unit="°" />
        <Figure name="elevationFt" label="Height above the sea" called="Height" unit="length" />
        <SelectEntry<LawnTyped> name="stationId" label="Weather station">
          <option value="">the nearest, by distance and height</option>
          <StationOptions stations={stations} />
        </SelectEntry>
      </div>
    </div>
  );
}
