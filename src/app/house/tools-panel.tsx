'use client';
import { useState } from 'react';
import { showFullDay } from '@/core/calendar/day';
import { TOOL_KINDS, type ToolKind } from '@/core/trade/terms';
import { figure, significant } from '@/core/units/format';
import type { MeasuringTool } from '@/data/equipment';
import type { Outcome } from '@/server/entry/outcome';
import type { ToolInput, WeighingInput } from '@/server/house/equipment';
import { Labelled } from '@/ui/labelled';
import { FigureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { RefusalWords } from '../refusal-words';
import { useSendKey } from '../use-send-key';
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
export function ToolsPanel({
  tools,
  products,
  mayRecord,
  saveToolAction,
  weighCapAction,
  putToolAwayAction,
}: Props) {
  const show = useShows();
  const empty = { name: '', kind: 'scale' as ToolKind, figure: '', productId: '', truck: '' };
  const [typed, setTyped] = useState(empty);
  const { run, issue, refusal, isSending } = useCommand();
  const { keyOf, answered } = useSendKey();
  const set = (change: Partial<typeof typed>) => setTyped({ ...typed, ...change });
  const isCap = typed.kind === 'cap';
  const name = isCap ? 'A full cap weighs' : 'Reads to';
  return (
    <Panel name="Measuring tools" id="tools">
      <ul className="text-note">
        {tools.map((t) => (
          <li key={t.id} className="border-b border-hair py-1">
            <div className="flex flex-wrap items-center justify-between gap-2">
              <span>
                <b>{t.name}</b>, {KINDS[t.kind]}
                {t.kind === 'cap'
                  ? `: ${t.step === null ? 'not weighed' : `${significant(t.step * 1000)} g`} of ${shortName(products.find((p) => p.id === t.productId) ?? { name: 'a product' })}`
                  : `: reads to ${t.kind === 'scale' ? `${significant(t.step! * 1000)} g` : show.of('pour', t.step!)}`}
                {t.truck && `, ${t.truck}`}
              </span>
              {mayRecord && (
                <button
                  type="button"
                  className="button py-0 md:min-h-desk"
                  onClick={() => run(putToolAwayAction, { id: t.id })}
                >
                  Put {t.name} away
                </button>
              )}
            </div>
            {t.kind === 'cap' && <Cap tool={t} mayRecord={mayRecord} weighCapAction={weighCapAction} />}
          </li>
        ))}
        {!tools.length && (
          <li>None written down: loads are rounded to the scale and jug under Day and truck.</li>
        )}
      </ul>
      {mayRecord && (
        <form
          noValidate
          className="mt-2 grid grid-cols-2 items-start gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            run(saveToolAction, { sendKey: keyOf(typed), ...typed }, () => {
              answered();
              setTyped(empty);
            });
          }}
        >
          <Labelled name="Tool" issue={issue('Tool')} hint="as it is marked">
            {(f) => <input {...f} value={typed.name} onChange={(e) => set({ name: e.target.value })} />}
          </Labelled>
          <Labelled name="It is a">
            {(f) => (
              <select {...f} value={typed.kind} onChange={(e) => set({ kind: e.target.value as ToolKind })}>
                {TOOL_KINDS.map((k) => (
                  <option key={k} value={k}>
                    {KINDS[k]}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <FigureField
            key={typed.kind}
            name={name}
            unit={typed.kind === 'jug' ? 'pour' : 'g'}
            hint={isCap ? 'weighed with the product in it, less the empty cap' : null}
            issue={issue(name)}
            value={typed.figure}
            onChange={(v) => set({ figure: v })}
          />
          {isCap ? (
            <Labelled name="Product" issue={issue('Product')}>
              {(f) => (
                <select {...f} value={typed.productId} onChange={(e) => set({ productId: e.target.value })}>
                  <option value="">choose a product</option>
                  {products.map((p) => (
                    <option key={p.id} value={p.id}>
                      {shortName(p)}
                    </option>
                  ))}
                </select>
              )}
            </Labelled>
          ) : (
            <Labelled name="Truck" hint="empty: all">
              {(f) => <input {...f} value={typed.truck} onChange={(e) => set({ truck: e.target.value })} />}
            </Labelled>
          )}
          <button className="button col-span-2" disabled={isSending}>
            Add this tool
          </button>
        </form>
      )}
      {refusal && (
        <RefusalWords
          refusal={refusal}
          here="/house/means"
          shown={['Tool', 'Reads to', 'A full cap weighs', 'Product']}
        />
      )}
    </Panel>
  );
}

/** A cap is weighed again now and then: product and cap are never the same for ever. */
function Cap({
  tool,
  mayRecord,
  weighCapAction,
}: Readonly<{ tool: MeasuringTool }> & Pick<Props, 'mayRecord' | 'weighCapAction'>) {
  const [grams, setGrams] = useState('');
  const [words, setWords] = useState('');
  const { run, issue, refusal, isSending } = useCommand();
  const { keyOf, answered } = useSendKey();
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
        <form
          noValidate
          className="flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            const what = { toolId: tool.id, figure: grams };
            run(weighCapAction, { sendKey: keyOf(what), ...what }, (value) => {
              answered();
              setGrams('');
              setWords(value.words);
            });
          }}
        >
          <FigureField
            name="Weighed again"
            unit="g"
            issue={issue('A full cap weighs')}
            value={grams}
            onChange={setGrams}
          />
          <button className="button" disabled={isSending}>
            Weigh {tool.name} again
          </button>
          {words && <span role="status">{words}</span>}
        </form>
      )}
      {refusal && <RefusalWords refusal={refusal} here="/house/means" shown={['A full cap weighs']} />}
    </div>
  );
}
