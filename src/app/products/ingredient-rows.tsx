'use client';
import { factsOf } from '@/core/products/ingredient-facts';
import { CONTENT_UNITS, type LabelSheet, type SheetIngredient } from '@/core/products/sheet';
import { SubstanceChoices } from '@/ui/substance-choices';
import { WhichSubstance } from './which-substance';
import { FigureField, RemoveButton, SelectField, TextField, changed, without } from './sheet-fields';

type Props = Readonly<{ sheet: LabelSheet; onChange: (change: Partial<LabelSheet>) => void }>;

const EMPTY: SheetIngredient = {
  name: '',
  group: null,
  content: null as unknown as number,
  contentUnit: '% by weight',
  acidEquivalent: null,
  yearLimitLbPerAcre: null,
  limitCounts: 'a.i.',
};

/** Active ingredients; what is recalled of one can be taken over, and is marked as recalled. */
export function IngredientRows({ sheet, onChange }: Props) {
  const { ingredients } = sheet;
  return (
    <>
      <SubstanceChoices id="ingredient-names" />
      {ingredients.map((a, i) => (
        <IngredientRow key={i} sheet={sheet} a={a} at={i} onChange={onChange} />
      ))}
      <button
        type="button"
        className="button mt-3"
        onClick={() => onChange({ ingredients: [...ingredients, EMPTY] })}
      >
        Add an active ingredient
      </button>
    </>
  );
}

/** One active ingredient. @param at its place, from 0 */
function IngredientRow({ sheet, a, at: i, onChange }: Props & Readonly<{ a: SheetIngredient; at: number }>) {
  const { ingredients } = sheet;
  const set = (at: number, change: Partial<SheetIngredient>) =>
    onChange({ ingredients: changed(ingredients, at, change) });
  const facts = factsOf(a.name);
  return (
    <div className="mt-3 border-l-4 border-rail pl-3">
      <div className="grid grid-cols-2 gap-2 md:grid-cols-4">
        <TextField
          name={`Active ingredient ${i + 1}`}
          path={`ingredients ${i + 1} name`}
          choices="ingredient-names"
          value={a.name}
          onChange={(name) => set(i, { name, ownSubstance: false })}
        />
        <FigureField
          name="Content"
          path={`ingredients ${i + 1} content`}
          value={a.content}
          onChange={(content) => set(i, { content: content as number })}
        />
        <SelectField
          name="Content in"
          path={`ingredients ${i + 1} contentUnit`}
          options={CONTENT_UNITS}
          value={a.contentUnit}
          onChange={(contentUnit) => set(i, { contentUnit })}
        />
        <FigureField
          name="Group (0: none)"
          path={`ingredients ${i + 1} group`}
          value={a.group}
          onChange={(group) => set(i, { group })}
        />
        <FigureField
          name="Most in the period"
          measure={a.limitCounts === 'a.e.' ? 'acid' : 'ingredient'}
          path={`ingredients ${i + 1} yearLimitLbPerAcre`}
          value={a.yearLimitLbPerAcre}
          onChange={(yearLimitLbPerAcre) => set(i, { yearLimitLbPerAcre })}
        />
        <SelectField
          name="That counts"
          path={`ingredients ${i + 1} limitCounts`}
          options={['a.i.', 'a.e.'] as const}
          words={(o) => (o === 'a.i.' ? 'a.i., the ingredient' : 'a.e., its acid')}
          value={a.limitCounts}
          onChange={(limitCounts) => set(i, { limitCounts })}
        />
        <FigureField
          name={`Acid equivalent, ${a.contentUnit}`}
          path={`ingredients ${i + 1} acidEquivalent`}
          value={a.acidEquivalent}
          onChange={(acidEquivalent) => set(i, { acidEquivalent })}
        />
      </div>
      <WhichSubstance ingredient={a} onChange={(change) => set(i, change)} />
      {facts && <Recalled facts={facts} />}
      <div className="mt-1 flex flex-wrap gap-2">
        {facts && (
          <button
            type="button"
            className="button py-0 md:min-h-desk"
            onClick={() =>
              onChange({
                ingredients: changed(ingredients, i, { group: facts.group }),
                inSoil: sheet.inSoil || facts.activation === 'water-in',
                onLeaf: sheet.onLeaf || facts.activation === 'foliar',
                restrictedUse: sheet.restrictedUse || facts.restrictedUse,
                ...(facts.sites ? { sites: facts.sites } : {}),
                before: [...new Set([...sheet.before, ...facts.pre])],
              })
            }
          >
            Take over group, way of working and weeds
          </button>
        )}
        <RemoveButton
          what={a.name || `ingredient ${i + 1}`}
          onClick={() => onChange({ ingredients: without(ingredients, i) })}
        />
      </div>
    </div>
  );
}

function Recalled({ facts }: Readonly<{ facts: NonNullable<ReturnType<typeof factsOf>> }>) {
  return (
    <p className="mt-1 text-note">
      <b>Recalled of {facts.name}, to be checked on the label:</b>{' '}
      {[
        facts.group === null ? 'no group' : `group ${facts.group}`,
        facts.activation === 'water-in' ? 'works in the soil, watered in' : 'works through the leaf',
        facts.reachBack && `reach-back: ${facts.reachBack}`,
        facts.yearKgPerHa && `about ${facts.yearKgPerHa} kg ${facts.counts ?? 'ai'}/ha a year`,
        facts.restrictedUse && 'restricted use',
        facts.status !== 'registered' && facts.status,
        facts.limitNote,
        facts.siteNote,
      ]
        .filter(Boolean)
        .join('; ')}{' '}
      <span className="text-steel">(confidence {facts.confidence})</span>
    </p>
  );
}
