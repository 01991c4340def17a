'use client';
import { useMemo, useState } from 'react';
import { SHAPE_KINDS, USUAL_ERROR, outlineOf, type Measure, type TypedHow } from '@/core/lawn/measure';
import {
  SHAPE_FIELDS,
  readTakeoff,
  readTrees,
  type TakeoffDraft,
  type TreeDraft,
} from '@/core/lawn/takeoff-draft';
import { TREE_KINDS } from '@/core/lawn/zone';
import { figure, showArea } from '@/core/units/format';
import { parseFigure, type Issue } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import { fromSquareFeet } from '@/core/units/trade';
import { readGeoJson, type DrawnZone } from '@/formats/geojson';
import { measured, overlapsOf, polygonArea, regionOf } from '@/geometry/region';
import type { LawnInput } from '@/server/save-lawn';
import { Choice } from '@/ui/choice';
import { Figure } from '@/ui/figure';
import { Labelled } from '@/ui/labelled';
import { ZoneDrawing } from '@/ui/zone-drawing';

type Props = Readonly<{
  draft: LawnInput;
  onChange: (part: Partial<LawnInput>) => void;
  issueOf: (field: string) => Issue | null;
}>;

const WAYS = ['takeoff', 'polygon', 'typed'] as const;
const WAY_WORDS = { takeoff: 'shapes', polygon: 'drawn file', typed: 'a figure' } as const;
const NEW_SHAPE: TakeoffDraft = {
  kind: 'rectangle',
  sign: 'add',
  name: '',
  a: '',
  b: '',
  c: '',
  x: '',
  y: '',
};
const NEW_TREE: TreeDraft = { name: '', kind: 'ornamental', x: '', y: '', dripLine: '', keepOut: false };

/** How large the zone is and what of it is treated: drawn to scale and added up as it is typed. */
export function AreaPart({ draft, onChange, issueOf }: Props) {
  const { measure, trees } = draft;
  const setMeasure = (m: LawnInput['measure']) => onChange({ measure: m });
  const [drawn, setDrawn] = useState<readonly DrawnZone[]>([]);
  const [fileIssues, setFileIssues] = useState<readonly Issue[]>([]);

  const read = useMemo(() => {
    const shapes = measure.by === 'takeoff' ? readTakeoff(measure.shapes) : { value: [], issues: [] };
    const some = readTrees(trees);
    const typed =
      measure.by === 'typed'
        ? parseFigure(measure.area, { field: 'Area', unit: 'sq ft', above: 0, most: 5_000_000 })
        : null;
    const meant: Measure =
      measure.by === 'takeoff'
        ? { by: 'takeoff', shapes: shapes.value }
        : measure.by === 'polygon'
          ? measure
          : { by: 'typed', how: measure.how };
    const whole = (typed?.ok ? fromSquareFeet(typed.value) : 0) as SquareMetres;
    return {
      shapes: shapes.value,
      issues: [...shapes.issues, ...some.issues],
      trees: some.value,
      region: regionOf(meant) ?? [],
      overlaps: overlapsOf(shapes.value),
      ...measured(meant, some.value, whole),
    };
  }, [measure, trees]);
  const error = parseFigure(draft.areaError, { field: 'Area ±', unit: '%', least: 0, most: 50 });

  const choose = (by: (typeof WAYS)[number]) => {
    if (by === measure.by) return;
    if (by === 'typed')
      setMeasure({
        by,
        how: 'paced',
        area: read.whole > 0 ? figure(read.whole / 0.09290304).replace(/,/g, '') : '',
      });
    if (by === 'takeoff') setMeasure({ by, shapes: [{ ...NEW_SHAPE, name: 'lawn' }] });
    if (by === 'polygon') setMeasure({ by: 'polygon', file: '', polygons: [] });
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    const got = readGeoJson(await file.text());
    setFileIssues(got.ok ? [] : got.issues);
    if (!got.ok) return;
    setDrawn(got.zones);
    const [first] = got.zones;
    if (first)
      onChange({
        measure: { by: 'polygon', file: file.name, polygons: first.polygons },
        others: [],
        areaError: '2',
      });
  };

  return (
    <div className="grid grid-cols-1 gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_420px]">
      <div className="grid content-start gap-3">
        <Choice
          name="Got from"
          options={WAYS}
          value={measure.by}
          onChange={choose}
          words={(w) => WAY_WORDS[w]}
        />
        {measure.by === 'typed' && (
          <div className="grid grid-cols-2 gap-3">
            <Labelled name="Area, sq ft" issue={issueOf('Area')}>
              {(field) => (
                <input
                  {...field}
                  inputMode="decimal"
                  value={measure.area}
                  onChange={(e) => setMeasure({ ...measure, area: e.target.value })}
                />
              )}
            </Labelled>
            <Labelled name="How it was got">
              {(field) => (
                <select
                  {...field}
                  value={measure.how}
                  onChange={(e) => {
                    const how = e.target.value as TypedHow;
                    onChange({ measure: { ...measure, how }, areaError: String(USUAL_ERROR[how]) });
                  }}
                >
                  {Object.keys(USUAL_ERROR).map((h) => (
                    <option key={h}>{h}</option>
                  ))}
                </select>
              )}
            </Labelled>
          </div>
        )}
        {measure.by === 'takeoff' && (
          <ShapeRows
            shapes={measure.shapes}
            issueOf={(field) =>
              issueOf(field) ??
              read.issues.find((i) => i.field === field && !i.problem.endsWith('missing')) ??
              null
            }
            onChange={(shapes) => setMeasure({ by: 'takeoff', shapes })}
          />
        )}
        {measure.by === 'polygon' && (
          <div>
            <Labelled
              name="GeoJSON file"
              hint="Longitude and latitude; holes are left out; a file of several zones asks which."
            >
              {(field) => (
                <input
                  {...field}
                  type="file"
                  accept=".geojson,.json,application/geo+json"
                  onChange={(e) => void take(e.target.files?.[0])}
                />
              )}
            </Labelled>
            {fileIssues.map((i) => (
              <p key={i.problem} role="alert" className="mt-1 font-semibold text-clay">
                {i.problem}. {i.remedy}
              </p>
            ))}
            {drawn.length > 1 && (
              <div className="mt-2">
                <p className="font-cond text-[16px]">Which of the {drawn.length} is this zone?</p>
                <div className="flex flex-wrap gap-1.5">
                  {drawn.map((z, i) => (
                    <button
                      key={i}
                      type="button"
                      className="button"
                      aria-pressed={JSON.stringify(z.polygons) === JSON.stringify(measure.polygons)}
                      onClick={() => onChange({ measure: { ...measure, polygons: z.polygons }, others: [] })}
                    >
                      {z.name}, {showArea(polygonArea(z.polygons))}
                    </button>
                  ))}
                </div>
                <label className="mt-1 flex min-h-[44px] items-center gap-3">
                  <input
                    type="checkbox"
                    className="size-5"
                    checked={draft.others.length > 0}
                    onChange={(e) =>
                      onChange({
                        others: e.target.checked
                          ? drawn.filter(
                              (z) => JSON.stringify(z.polygons) !== JSON.stringify(measure.polygons),
                            )
                          : [],
                      })
                    }
                  />
                  Make zones of this lawn of the others too: same turf and soil, their own names and areas
                </label>
              </div>
            )}
          </div>
        )}
        <TreeRows
          trees={trees}
          issueOf={(field) => issueOf(field) ?? null}
          placed={measure.by !== 'typed'}
          onChange={(t) => onChange({ trees: t })}
        />
      </div>
      <div>
        {measure.by !== 'typed' && (
          <ZoneDrawing
            region={read.region}
            circles={read.circles}
            trees={read.trees}
            outlines={read.shapes.map((s) => ({ name: s.name, sign: s.sign, points: outlineOf(s) }))}
          />
        )}
        {read.overlaps.map((o) => (
          <p key={o.name + o.kind} role="status" className="mt-1 text-[15px] text-straw-text">
            {o.kind === 'overlaps'
              ? `${o.name} lies over another by ${showArea(o.area)}: counted once.`
              : `${o.name} sticks out by ${showArea(o.area)}: that part takes nothing away.`}
          </p>
        ))}
        <div className="mt-2">
          <Figure name="Whole zone">{showArea(read.whole)}</Figure>
          <Figure name="Kept out under trees">
            {showArea(read.excluded)}
            {read.unplaced > 0 && ' at most'}
          </Figure>
          <p className="flex items-baseline justify-between gap-4 border-b-2 border-iron py-1.5">
            <span className="font-cond text-[19px] font-semibold">Treated</span>
            <span className="font-cond text-[24px] font-bold">
              {showArea(read.treated)}
              {error.ok && (
                <span className="text-[17px] font-medium text-steel">
                  {' '}
                  ± {figure((read.treated / 0.09290304) * (error.value / 100))}
                </span>
              )}
            </span>
          </p>
          <div className="mt-2 grid grid-cols-[120px_1fr] items-end gap-3">
            <Labelled name="How sure, ± %" issue={issueOf('Area ±') ?? (error.ok ? null : error.issue)}>
              {(field) => (
                <input
                  {...field}
                  inputMode="decimal"
                  value={draft.areaError}
                  onChange={(e) => onChange({ areaError: e.target.value })}
                />
              )}
            </Labelled>
            <p className="text-[14px] text-steel">
              It goes into every amount: the mix card shows least and most.
            </p>
          </div>
          {read.unplaced > 0 && (
            <p className="mt-1 text-[14px] text-steel">
              Trees without a place are taken to lie wholly in the zone, apart from each other.
            </p>
          )}
        </div>
      </div>
    </div>
  );
}

function ShapeRows({
  shapes,
  issueOf,
  onChange,
}: Readonly<{
  shapes: readonly TakeoffDraft[];
  issueOf: (field: string) => Issue | null;
  onChange: (s: TakeoffDraft[]) => void;
}>) {
  const set = (i: number, part: Partial<TakeoffDraft>) =>
    onChange(shapes.map((s, k) => (k === i ? { ...s, ...part } : s)));
  return (
    <div className="grid gap-2">
      {shapes.map((s, i) => {
        const kind = SHAPE_KINDS.find((k) => k === s.kind) ?? 'rectangle';
        const name = s.name.trim() || `Shape ${i + 1}`;
        return (
          <fieldset
            key={i}
            className={`border-l-4 bg-paper px-3 py-2 ${s.sign === 'add' ? 'border-moss' : 'border-clay'}`}
          >
            <legend className="sr-only">{name}</legend>
            <div className="grid grid-cols-2 gap-2 sm:grid-cols-[88px_1fr_1.2fr_44px]">
              <Labelled name="Sign">
                {(field) => (
                  <select {...field} value={s.sign} onChange={(e) => set(i, { sign: e.target.value })}>
                    <option value="add">plus</option>
                    <option value="subtract">minus</option>
                  </select>
                )}
              </Labelled>
              <Labelled name="Shape">
                {(field) => (
                  <select {...field} value={kind} onChange={(e) => set(i, { kind: e.target.value })}>
                    {SHAPE_KINDS.map((k) => (
                      <option key={k}>{k}</option>
                    ))}
                  </select>
                )}
              </Labelled>
              <Labelled name="What it is">
                {(field) => (
                  <input
                    {...field}
                    value={s.name}
                    placeholder={s.sign === 'add' ? 'lawn' : 'house'}
                    onChange={(e) => set(i, { name: e.target.value })}
                  />
                )}
              </Labelled>
              <button
                type="button"
                className="min-h-[44px] self-end text-[22px]"
                aria-label={`Remove ${name}`}
                title={`Remove ${name}`}
                onClick={() => onChange(shapes.filter((_, k) => k !== i))}
              >
                ×
              </button>
            </div>
            <div className="mt-1 grid grid-cols-2 gap-2 sm:grid-cols-5">
              {SHAPE_FIELDS[kind].map((f) => (
                <Labelled key={f.key} name={`${f.words}, ${f.unit}`} issue={issueOf(`${name}: ${f.words}`)}>
                  {(field) => (
                    <input
                      {...field}
                      inputMode="decimal"
                      value={s[f.key]}
                      onChange={(e) => set(i, { [f.key]: e.target.value })}
                    />
                  )}
                </Labelled>
              ))}
              <Labelled name="Right, ft" issue={issueOf(`${name}: right`)}>
                {(field) => (
                  <input
                    {...field}
                    inputMode="decimal"
                    placeholder="by itself"
                    value={s.x}
                    onChange={(e) => set(i, { x: e.target.value })}
                  />
                )}
              </Labelled>
              <Labelled name="Away, ft" issue={issueOf(`${name}: away`)}>
                {(field) => (
                  <input
                    {...field}
                    inputMode="decimal"
                    placeholder="by itself"
                    value={s.y}
                    onChange={(e) => set(i, { y: e.target.value })}
                  />
                )}
              </Labelled>
            </div>
          </fieldset>
        );
      })}
      <p className="text-[14px] text-steel">
        Right and away: where a shape’s corner, or a circle’s middle, lies from where you began. Left empty,
        it is placed by itself.
      </p>
      <div className="flex gap-2">
        <button type="button" className="button grow" onClick={() => onChange([...shapes, NEW_SHAPE])}>
          Add a shape
        </button>
        <button
          type="button"
          className="button grow"
          onClick={() => onChange([...shapes, { ...NEW_SHAPE, sign: 'subtract' }])}
        >
          Take one away
        </button>
      </div>
    </div>
  );
}

function TreeRows({
  trees,
  placed,
  issueOf,
  onChange,
}: Readonly<{
  trees: readonly TreeDraft[];
  placed: boolean;
  issueOf: (field: string) => Issue | null;
  onChange: (t: TreeDraft[]) => void;
}>) {
  const set = (i: number, part: Partial<TreeDraft>) =>
    onChange(trees.map((t, k) => (k === i ? { ...t, ...part } : t)));
  return (
    <div className="grid gap-2">
      {trees.map((t, i) => {
        const name = t.name.trim() || `Tree ${i + 1}`;
        return (
          <fieldset key={i} className="border-l-4 border-straw bg-paper px-3 py-2">
            <legend className="sr-only">{name}</legend>
            <div className="grid grid-cols-2 gap-2 sm:grid-cols-[1fr_128px_1fr_0.8fr_0.8fr_36px]">
              <Labelled name="Tree">
                {(field) => (
                  <input {...field} value={t.name} onChange={(e) => set(i, { name: e.target.value })} />
                )}
              </Labelled>
              <Labelled name="Kind">
                {(field) => (
                  <select
                    {...field}
                    value={t.kind}
                    onChange={(e) => {
                      const kind = TREE_KINDS.find((k) => k === e.target.value) ?? 'ornamental';
                      set(i, { kind, keepOut: kind === 'fruit' });
                    }}
                  >
                    {TREE_KINDS.map((k) => (
                      <option key={k}>{k}</option>
                    ))}
                  </select>
                )}
              </Labelled>
              <Labelled name="Drip line, ft" issue={issueOf(`${name}: drip line`)}>
                {(field) => (
                  <input
                    {...field}
                    inputMode="decimal"
                    value={t.dripLine}
                    onChange={(e) => set(i, { dripLine: e.target.value })}
                  />
                )}
              </Labelled>
              {placed && (
                <>
                  <Labelled name="Right, ft">
                    {(field) => (
                      <input
                        {...field}
                        inputMode="decimal"
                        value={t.x}
                        onChange={(e) => set(i, { x: e.target.value })}
                      />
                    )}
                  </Labelled>
                  <Labelled name="Away, ft">
                    {(field) => (
                      <input
                        {...field}
                        inputMode="decimal"
                        value={t.y}
                        onChange={(e) => set(i, { y: e.target.value })}
                      />
                    )}
                  </Labelled>
                </>
              )}
              <button
                type="button"
                className="min-h-[44px] self-end text-[22px]"
                aria-label={`Remove ${name}`}
                title={`Remove ${name}`}
                onClick={() => onChange(trees.filter((_, k) => k !== i))}
              >
                ×
              </button>
            </div>
            <label className="flex min-h-[44px] items-center gap-3">
              <input
                type="checkbox"
                className="size-5"
                checked={t.keepOut}
                onChange={(e) => set(i, { keepOut: e.target.checked })}
              />
              Keep out of a circle of twice the drip line (the label may ask for more)
            </label>
          </fieldset>
        );
      })}
      <button type="button" className="button" onClick={() => onChange([...trees, NEW_TREE])}>
        Add a tree
      </button>
    </div>
  );
}
