'use client';
import { useController, useFormContext } from 'react-hook-form';
import { textsOf } from '@/core/facts/house-figures';
import { BARRIER_SCHOOLS } from '@/core/barrier/control';
import {
  AUTUMN_SCHOOLS,
  PERENNIAL_SCHOOLS,
  TENDER_SCHOOLS,
  YEAR_OFF_SCHOOLS,
} from '@/core/season/planner/question';
import { TURFS } from '@/core/trade/terms';
import type { StoredPlanning } from '@/data/planning-rules';
import type { Outcome } from '@/server/entry/outcome';
import type { PlanningInput } from '@/server/settings/planning';
import { Labelled } from '@/ui/labelled';
import { Entry } from '../entry/entry';
import { FigureEntry, SelectEntry, TextEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { Figures } from './figures';

/** Questions on which the trade differs: key, its label, why it is asked, the answers. */
const SCHOOLS = [
  [
    'school',
    'A barrier wears off',
    'Cold keeps it: what is put down in cold soil loses little until it warms. Months from the label: by days of the calendar. Usual: cold keeps it',
    BARRIER_SCHOOLS,
  ],
  [
    'autumn',
    'A barrier in autumn',
    'A bad year: annual bluegrass or winter broadleaf weeds were noted here in the last twelve months. Usual: after a bad year',
    AUTUMN_SCHOOLS,
  ],
  [
    'tender',
    'On turf that is tender to a product',
    'What is recalled of the ingredient; the label decides. Usual: low rate',
    TENDER_SCHOOLS,
  ],
  [
    'perennials',
    'Perennial broadleaf weeds',
    'Those that were noted here stand beside every programme. In autumn they take most down to the root; after the bees: when clover and dandelion have flowered. Usual: in autumn',
    PERENNIAL_SCHOOLS,
  ],
  [
    'yearOff',
    'A year off pre-emergents',
    'After so many years of one site of action as the gate Resistance lets run: weeds that stand it are not bred on. Usual: never',
    YEAR_OFF_SCHOOLS,
  ],
] as const;

const typedFrom = (p: StoredPlanning, seen: number): PlanningInput => ({
  seen,
  school: p.school,
  autumn: p.autumn,
  tender: p.tender,
  yearOff: p.yearOff,
  perennials: p.perennials,
  ceilings: p.ceilings.map((c) => ({ ...c, lbPerAcre: String(c.lbPerAcre) })),
  ...textsOf(p, 'crews', 'weights'),
});

/** What the planner keeps to beyond the labels, and what crews can do in a day. */
export function Planning({
  planning,
  version,
  mayChange,
  savePlanningAction,
}: Readonly<{
  planning: StoredPlanning;
  version: number;
  mayChange: boolean;
  savePlanningAction: (input: PlanningInput) => Promise<Outcome<{ version: number }>>;
}>) {
  const entry = useEntry<PlanningInput>(typedFrom(planning, version));
  const { run, clear, isSending } = entry;
  return (
    <Entry
      entry={entry}
      here="/house/season"
      className="mt-6"
      isLocked={!mayChange}
      onSend={(typed) => run(savePlanningAction, typed, () => clear(typed))}
      foot={
        mayChange && (
          <button className="button mt-3" disabled={isSending}>
            {isSending ? 'Saving…' : 'Save season and crews'}
          </button>
        )
      }
    >
      <section aria-label="Season">
        <h2 className="border-b-2 border-iron text-row">Season</h2>
        <div className="mt-2 grid grid-cols-1 items-start gap-3 sm:grid-cols-2 lg:grid-cols-3">
          {SCHOOLS.map(([key, label, why, answers]) => (
            <SelectEntry<PlanningInput>
              key={key}
              name={key}
              label={label}
              hint={why}
              options={answers.map((a) => [a, a] as const)}
            />
          ))}
        </div>
      </section>
      <Ceilings mayChange={mayChange} />
      <section aria-label="What a season costs" className="mt-5">
        <h2 className="border-b-2 border-iron text-row">What a season costs</h2>
        <p className="mt-1 max-w-[70ch] text-note text-steel">
          Programs are compared in dollars: weeds that come through, visits, product, roots and limits. The
          one that costs the season least stands first.
        </p>
        <FigureGrid panel="weights" />
      </section>
      <section aria-label="Crews" className="mt-5">
        <h2 className="border-b-2 border-iron text-row">Crews</h2>
        <FigureGrid panel="crews" />
      </section>
    </Entry>
  );
}

/** The most of one ingredient, or of all that prunes roots, on each turf. */
function Ceilings({ mayChange }: Readonly<{ mayChange: boolean }>) {
  const { control } = useFormContext<PlanningInput>();
  const { field } = useController({ control, name: 'ceilings' });
  const ceilings: PlanningInput['ceilings'] = field.value;
  const set = (at: number, change: Partial<PlanningInput['ceilings'][number]>) =>
    field.onChange(ceilings.map((c, i) => (i === at ? { ...c, ...change } : c)));
  return (
    <section aria-label="Ceilings" className="mt-5">
      <h2 className="border-b-2 border-iron text-row">Most on one turf in a year</h2>
      <p className="mt-1 max-w-[70ch] text-note text-steel">
        Of one ingredient, or of all that prunes roots (group 3): half a pound of dithiopyr takes as much of
        the roots as three quarters of prodiamine, so each is counted as so much prodiamine. Over twelve
        months, of all products together, and never more than the label. Usual: 0.33 lb a.i./acre of what
        prunes roots on centipedegrass and St. Augustinegrass.
      </p>
      <ul className="mt-1 grid gap-2">
        {ceilings.map((c, i) => (
          <li
            key={i}
            className="grid grid-cols-1 items-end gap-2 sm:grid-cols-2 lg:grid-cols-[1fr_1fr_1fr_1fr_auto]"
          >
            <SelectEntry<PlanningInput>
              name={`ceilings.${i}.turf`}
              label={`Turf ${i + 1}`}
              options={TURFS.map((t) => [t, t] as const)}
            />
            <Labelled name={`Of what ${i + 1}`}>
              {(f) => (
                <select
                  {...f}
                  value={c.ingredient === null ? 'roots' : 'one'}
                  onChange={(e) => set(i, { ingredient: e.target.value === 'roots' ? null : '' })}
                >
                  <option value="roots">All that prunes roots, as prodiamine</option>
                  <option value="one">One ingredient</option>
                </select>
              )}
            </Labelled>
            {c.ingredient !== null && (
              <TextEntry<Record<string, string>>
                name={`ceilings.${i}.ingredient`}
                label={`Ingredient ${i + 1}`}
              />
            )}
            <FigureEntry<PlanningInput>
              name={`ceilings.${i}.lbPerAcre`}
              label={`Most ${i + 1}`}
              called={`Ceiling ${i + 1}`}
              unit="ingredient"
            />
            {mayChange && (
              <button
                type="button"
                className="button"
                onClick={() => field.onChange(ceilings.filter((_, k) => k !== i))}
              >
                Take it out
              </button>
            )}
          </li>
        ))}
      </ul>
      {mayChange && (
        <button
          type="button"
          className="button mt-2"
          onClick={() =>
            field.onChange([...ceilings, { turf: 'centipedegrass', ingredient: null, lbPerAcre: '' }])
          }
        >
          Add a ceiling
        </button>
      )}
    </section>
  );
}

const FigureGrid = ({ panel }: Readonly<{ panel: 'crews' | 'weights' }>) => (
  <div className="mt-2 grid grid-cols-1 items-start gap-2 sm:grid-cols-2 lg:grid-cols-4">
    <Figures panel={panel} />
  </div>
);
