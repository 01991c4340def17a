'use client';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { showFullDay } from '@/core/calendar/day';
import { TOOL_KINDS, type ToolKind } from '@/core/trade/terms';
import { figure, significant } from '@/core/units/figure';
import type { MeasuringTool } from '@/data/equipment';
import type { Outcome } from '@/server/entry/outcome';
import type { ToolInput, WeighingInput } from '@/server/house/equipment';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { Entry } from '../entry/entry';
import { FigureEntry, SelectEntry, TextEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { Panel } from './panel';

const KINDS: Readonly<Record<ToolKind, string>> = {
  scale: 'scale',
  jug: 'jug or syringe',
  cap: 'marked cap',
};
type Named = Readonly<{ id: string; name: string }>;
type Props = Readonly<{
  tools: readonly MeasuringTool[];
  products: readonly Named[];
  mayRecord: boolean;
  saveToolAction: (input: ToolInput) => Promise<Outcome<null>>;
  weighCapAction: (input: WeighingInput) => Promise<Outcome<{ words: string }>>;
  putToolAwayAction: (input: { id: string }) => Promise<Outcome<null>>;
}>;

/** What product is measured with: loads are rounded to it. */
export function ToolsPanel({ tools, products, mayRecord, ...actions }: Props) {
  const { run, refusal } = useCommand();
  return (
    <Panel name="Measuring tools" id="tools">
      <ul className="text-note">
        {tools.map((t) => (
          <li key={t.id} className="border-b border-hair py-1">
            <div className="flex flex-wrap items-center justify-between gap-2">
              <ToolLine tool={t} products={products} />
              {mayRecord && (
                <button
                  type="button"
                  className="button py-0 md:min-h-desk"
                  onClick={() => run(actions.putToolAwayAction, { id: t.id })}
                >
                  Put {t.name} away
                </button>
              )}
            </div>
            {t.kind === 'cap' && (
              <Cap tool={t} mayRecord={mayRecord} weighCapAction={actions.weighCapAction} />
            )}
          </li>
        ))}
        {!tools.length && (
          <li>None written down: loads are rounded to the scale and jug under Day and truck.</li>
        )}
      </ul>
      {refusal && <RefusalWords refusal={refusal} here="/house/means" />}
      {mayRecord && <NewTool products={products} saveToolAction={actions.saveToolAction} />}
    </Panel>
  );
}

function ToolLine({ tool: t, products }: Readonly<{ tool: MeasuringTool }> & Pick<Props, 'products'>) {
  const show = useShows();
  const product = shortName(products.find((p) => p.id === t.productId) ?? { name: 'a product' });
  const grams = t.step === null ? 'not weighed' : `${significant(t.step * 1000)} g`;
  return (
    <span>
      <b>{t.name}</b>, {KINDS[t.kind]}
      {t.kind === 'cap'
        ? `: ${grams} of ${product}`
        : `: reads to ${t.kind === 'scale' ? grams : show.of('pour', t.step!)}`}
      {t.truck && `, ${t.truck}`}
    </span>
  );
}

type Tool = Omit<ToolInput, 'sendKey'>;
const NO_TOOL: Tool = { name: '', kind: 'scale', figure: '', productId: '', truck: '' };

function NewTool({ products, saveToolAction }: Pick<Props, 'products' | 'saveToolAction'>) {
  const entry = useEntry<Tool>(NO_TOOL);
  const { run, keyOf, clear, isSending, form } = entry;
  const kind = useWatch({ control: form.control, name: 'kind' });
  const isCap = kind === 'cap';
  return (
    <Entry
      entry={entry}
      here="/house/means"
      className="mt-2 grid grid-cols-2 items-start gap-2"
      onSend={(typed) => run(saveToolAction, { sendKey: keyOf(typed), ...typed }, () => clear())}
      foot={
        <button className="button col-span-2" disabled={isSending}>
          Add this tool
        </button>
      }
    >
      <TextEntry<Tool> name="name" label="Tool" hint="as it is marked" />
      <SelectEntry<Tool>
        name="kind"
        label="It is a"
        options={TOOL_KINDS.map((k) => [k, KINDS[k]] as const)}
      />
      <FigureEntry<Tool>
        key={kind}
        name="figure"
        label={isCap ? 'A full cap weighs' : 'Reads to'}
        unit={kind === 'jug' ? 'pour' : 'g'}
        hint={isCap ? 'weighed with the product in it, less the empty cap' : null}
      />
      {isCap ? (
        <SelectEntry<Tool>
          name="productId"
          label="Product"
          options={[['', 'choose a product'], ...products.map((p) => [p.id, shortName(p)] as const)]}
        />
      ) : (
        <TextEntry<Tool> name="truck" label="Truck" hint="empty: all" />
      )}
    </Entry>
  );
}

type Weighed = Readonly<{ figure: string }>;
/** A cap is weighed again now and then: product and cap are never the same for ever. */
function Cap({
  tool,
  mayRecord,
  weighCapAction,
}: Readonly<{ tool: MeasuringTool }> & Pick<Props, 'mayRecord' | 'weighCapAction'>) {
  const [words, setWords] = useState('');
  const entry = useEntry<Weighed>({ figure: '' });
  const { run, keyOf, clear, isSending } = entry;
  const [newest, before] = tool.weighings;
  const share = newest && before ? newest.grams / before.grams - 1 : 0;
  return (
    <div className="pl-3">
      {newest && (
        <p className="text-steel">
          Weighed {showFullDay(newest.on)} by {newest.person}
          {Math.abs(share) >= 0.05 &&
            `: ${figure(Math.abs(share) * 100)} % ${share > 0 ? 'more' : 'less'} than the time before. Weigh it three times.`}
        </p>
      )}
      {mayRecord && (
        <Entry
          entry={entry}
          here="/house/means"
          className="flex flex-wrap items-start gap-2"
          isRow
          onSend={(typed) => {
            const what = { toolId: tool.id, ...typed };
            run(weighCapAction, { sendKey: keyOf(what), ...what }, (value) => {
              clear();
              setWords(value.words);
            });
          }}
          foot={
            <>
              <button className="button mt-label" disabled={isSending}>
                Weigh {tool.name} again
              </button>
              {words && (
                <span role="status" className="mt-label">
                  {words}
                </span>
              )}
            </>
          }
        >
          <FigureEntry<Weighed> name="figure" label="Weighed again" called="A full cap weighs" unit="g" />
        </Entry>
      )}
    </div>
  );
}
