'use client';
import type { Issue } from '@/core/units/issue';
import { SHAPE_KINDS } from '@/core/lawn/measure';
import { SHAPE_FIELDS, type TakeoffDraft, type TreeDraft } from '@/core/lawn/takeoff-draft';
import { TREE_KINDS } from '@/core/lawn/zone';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';

export const NEW_SHAPE: TakeoffDraft = {
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

/** A shape of a takeoff: what it is, how large, and where it lies. */
function ShapeRow({
  shape: s,
  name,
  issueOf,
  onChange,
  onRemove,
}: Readonly<{
  shape: TakeoffDraft;
  name: string;
  issueOf: (field: string) => Issue | undefined;
  onChange: (part: Partial<TakeoffDraft>) => void;
  onRemove: () => void;
}>) {
  const kind = SHAPE_KINDS.find((k) => k === s.kind) ?? 'rectangle';
  return (
    <fieldset className={`border-l-4 bg-paper px-3 py-2 ${s.sign === 'add' ? 'border-moss' : 'border-clay'}`}>
      <legend className="sr-only">{name}</legend>
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-[88px_1fr_1.2fr_44px]">
        <Labelled name="Sign">
          {(field) => (
            <select {...field} value={s.sign} onChange={(e) => onChange({ sign: e.target.value })}>
              <option value="add">plus</option>
              <option value="subtract">minus</option>
            </select>
          )}
        </Labelled>
        <Labelled name="Shape">
          {(field) => (
            <select {...field} value={kind} onChange={(e) => onChange({ kind: e.target.value })}>
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
              onChange={(e) => onChange({ name: e.target.value })}
            />
          )}
        </Labelled>
        <button
          type="button"
          className="min-h-touch self-end text-head"
          aria-label={`Remove ${name}`}
          title={`Remove ${name}`}
          onClick={onRemove}
        >
          ×
        </button>
      </div>
      <div className="mt-1 grid grid-cols-2 gap-2 sm:grid-cols-5">
        {SHAPE_FIELDS[kind].map((f) => {
          const field = {
            issue: issueOf(`${name}: ${f.words}`),
            value: s[f.key],
            onChange: (v: string) => onChange({ [f.key]: v }),
          };
          return f.unit === 'length' ? (
            <MeasureField key={f.key} name={f.words} measure={f.unit} {...field} />
          ) : (
            <Labelled key={f.key} name={`${f.words}, °`} issue={field.issue}>
              {(given) => (
                <input
                  {...given}
                  inputMode="decimal"
                  value={field.value}
                  onChange={(e) => field.onChange(e.target.value)}
                />
              )}
            </Labelled>
          );
        })}
        {(['x', 'y'] as const).map((axis) => (
          <MeasureField
            key={axis}
            measure="length"
            name={axis === 'x' ? 'Right' : 'Away'}
            issue={issueOf(`${name}: ${axis === 'x' ? 'right' : 'away'}`)}
            placeholder="by itself"
            value={s[axis]}
            onChange={(v) => onChange({ [axis]: v })}
          />
        ))}
      </div>
    </fieldset>
  );
}

/** The shapes of a takeoff, a row each. */
export function ShapeRows({
  shapes,
  issueOf,
  onChange,
}: Readonly<{
  shapes: readonly TakeoffDraft[];
  issueOf: (field: string) => Issue | undefined;
  onChange: (s: TakeoffDraft[]) => void;
}>) {
  const set = (i: number, part: Partial<TakeoffDraft>) =>
    onChange(shapes.map((s, k) => (k === i ? { ...s, ...part } : s)));
  return (
    <div className="grid gap-2">
      {shapes.map((s, i) => (
        <ShapeRow
          key={i}
          shape={s}
          name={s.name.trim() || `Shape ${i + 1}`}
          issueOf={issueOf}
          onChange={(part) => set(i, part)}
          onRemove={() => onChange(shapes.filter((_, k) => k !== i))}
        />
      ))}
      <p className="text-fine text-steel">
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

/** Trees, with how far product is kept from them. */
export function TreeRows({
  trees,
  placed,
  issueOf,
  onChange,
}: Readonly<{
  trees: readonly TreeDraft[];
  placed: boolean;
  issueOf: (field: string) => Issue | undefined;
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
              <MeasureField
                measure="length"
                name="Drip line"
                issue={issueOf(`${name}: drip line`)}
                value={t.dripLine}
                onChange={(v) => set(i, { dripLine: v })}
              />
              {placed && (
                <>
                  <MeasureField
                    measure="length"
                    name="Right"
                    value={t.x}
                    onChange={(v) => set(i, { x: v })}
                  />
                  <MeasureField measure="length" name="Away" value={t.y} onChange={(v) => set(i, { y: v })} />
                </>
              )}
              <button
                type="button"
                className="min-h-touch self-end text-head"
                aria-label={`Remove ${name}`}
                title={`Remove ${name}`}
                onClick={() => onChange(trees.filter((_, k) => k !== i))}
              >
                ×
              </button>
            </div>
            <label className="flex min-h-touch items-center gap-3">
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
