'use client';
import { METHODS, USES, rateForTurf, usesOn, type Label, type Use } from '@/core/products/label';
import type { Issue } from '@/core/units/parse';
import { RATE_UNITS } from '@/core/units/rate';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import type { ZoneSheet } from '@/server/season';
import { Labelled } from '@/ui/labelled';
import { partnerDraft, proposalFor, type Draft } from './plan-draft';

type Props = Readonly<{
  sheet: ZoneSheet;
  draft: Draft;
  label: Label | undefined;
  isFixed: boolean;
  mayPlan: boolean;
  issueOf: (field: string) => Issue | undefined;
  onChange: (draft: Draft) => void;
}>;

const USE_NAMES: Record<Use, string> = {
  'pre-emergent': 'pre-emergent, spring',
  'autumn pre-emergent': 'pre-emergent, autumn',
  'post-emergent': 'post-emergent, broadcast',
  spot: 'post-emergent, spots',
};

/** What the application is for, with what it is put down, and what goes with it. */
export function PlanMore({ sheet, draft, label, isFixed, mayPlan, issueOf, onChange }: Props) {
  const { zone, labels } = sheet;
  const uses = label ? usesOn(label, zone.facts) : [];
  const partners = labels.now.filter(
    (l) => l.id !== draft.productId && l.status === 'registered' && usesOn(l, zone.facts).length > 0,
  );
  const partner = labels.now.find((l) => l.id === draft.partner?.productId);
  const withPartner = (id: string) => {
    const next = partners.find((l) => l.id === id);
    if (!next) return onChange({ ...draft, partner: null });
    const use = usesOn(next, zone.facts).find((u) => u !== draft.use) ?? usesOn(next, zone.facts)[0]!;
    const rate = rateForTurf(next, zone.facts, use)!.low;
    onChange({ ...draft, partner: partnerDraft(next, { rate, use, how: draft.partner?.how ?? 'tank' }) });
  };
  return (
    <>
      <Labelled beside name="Use">
        {(field) => (
          <select
            {...field}
            disabled={isFixed}
            value={draft.use}
            onChange={(e) => {
              const use = USES.find((u) => u === e.target.value);
              if (use) onChange({ ...draft, use, target: '' });
            }}
          >
            {[...new Set([draft.use, ...uses])].map((u) => (
              <option key={u} value={u}>
                {USE_NAMES[u]}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      {draft.use === 'spot' && (
        <Labelled
          beside
          name="Spots, sq ft"
          hint={draft.treated ? null : 'empty: the whole zone'}
          issue={issueOf('Area of the spots')}
        >
          {(field) => (
            <input
              {...field}
              inputMode="decimal"
              disabled={!mayPlan}
              value={draft.treated}
              onChange={(e) => onChange({ ...draft, treated: e.target.value })}
            />
          )}
        </Labelled>
      )}
      <Target
        name="Target weed"
        weeds={weedsOf(label, draft.use)}
        value={draft.target}
        isFixed={!mayPlan}
        onChange={(target) => onChange({ ...draft, target })}
      />
      <Labelled beside name="Put down with">
        {(field) => (
          <select
            {...field}
            disabled={!mayPlan}
            value={draft.method}
            onChange={(e) => onChange({ ...draft, method: e.target.value })}
          >
            <option value="">what fits of ours</option>
            {METHODS.map((m) => (
              <option key={m} value={m}>
                {m}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      <Labelled beside name="Together with">
        {(field) => (
          <select
            {...field}
            disabled={!mayPlan}
            value={draft.partner?.productId ?? ''}
            onChange={(e) => withPartner(e.target.value)}
          >
            <option value="">nothing else</option>
            {partners.map((l) => (
              <option key={l.id} value={l.id}>
                {l.name}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      {draft.partner && partner && (
        <div className="ml-2 grid gap-1.5 border-l-4 border-straw pl-2">
          <Labelled beside name="Going down">
            {(field) => (
              <select
                {...field}
                disabled={!mayPlan}
                value={draft.partner!.how}
                onChange={(e) =>
                  onChange({
                    ...draft,
                    partner: { ...draft.partner!, how: e.target.value === 'day' ? 'day' : 'tank' },
                  })
                }
              >
                <option value="tank">in one tank</option>
                <option value="day">on the same day</option>
              </select>
            )}
          </Labelled>
          <Target
            name="Its target weed"
            weeds={weedsOf(partner, draft.partner.use)}
            value={draft.partner.target}
            isFixed={!mayPlan}
            onChange={(target) => onChange({ ...draft, partner: { ...draft.partner!, target } })}
          />
          <Labelled
            beside
            name={`Its rate, ${RATE_UNITS[draft.partner.unit].words}`}
            issue={issueOf('Rate of what goes with it')}
          >
            {(field) => (
              <input
                {...field}
                inputMode="decimal"
                disabled={!mayPlan}
                value={draft.partner!.rate}
                onChange={(e) => onChange({ ...draft, partner: { ...draft.partner!, rate: e.target.value } })}
              />
            )}
          </Labelled>
        </div>
      )}
    </>
  );
}

/** Weeds that the label names for a use: those it keeps from coming up, or those it takes when they are up. */
const weedsOf = (label: Label | undefined, use: Use): readonly Weed[] =>
  label === undefined
    ? []
    : use === 'post-emergent' || use === 'spot'
      ? label.after.map((a) => a.weed)
      : label.before;

function Target({
  name,
  weeds,
  value,
  isFixed,
  onChange,
}: Readonly<{
  name: string;
  weeds: readonly Weed[];
  value: string;
  isFixed: boolean;
  onChange: (weed: string) => void;
}>) {
  if (!weeds.length) return null;
  return (
    <Labelled beside name={name}>
      {(field) => (
        <select {...field} disabled={isFixed} value={value} onChange={(e) => onChange(e.target.value)}>
          <option value="">none named</option>
          {weeds.map((w) => (
            <option key={w} value={w}>
              {WEEDS[w].name}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

/** The draft with another product: its own proposal, and nothing that only the old one could mean. */
export const withProduct = (draft: Draft, label: Label, sheet: ZoneSheet): Draft => ({
  ...draft,
  ...proposalFor(label, sheet),
  target: '',
  method: '',
});
