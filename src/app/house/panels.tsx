'use client';
import { useState, type ReactNode } from 'react';
import { isoDay, showFullDay } from '@/core/calendar/day';
import { SPOTS, type Spot } from '@/core/lawn/zone';
import { figure } from '@/core/units/format';
import type { Thermometer } from '@/data/readings';
import type { HouseSheet, saveThermometer } from '@/server/house/house-rules';
import type { KeepingInput } from '@/server/lawns/forget-customer';
import type { QueueState } from '@/server/jobs/jobs';
import type { Outcome } from '@/server/entry/outcome';
import type { addSensor } from '@/server/soil/soil-station';
import { CALLS, type Call } from '@/server/entry/calls';
import type { TokenInput, TokenNews } from '@/server/entry/tokens';
import { Labelled } from '@/ui/labelled';
import { list, plural } from '@/ui/words';
import { JOB_KINDS } from '@/server/jobs/kinds';
import { RefusalWords } from '../refusal-words';
import { useSending } from '../use-sending';

type One = (input: { id: string }) => Promise<Outcome<null>>;

function Panel({ name, id, children }: Readonly<{ name: string; id?: string; children: ReactNode }>) {
  return (
    <section id={id}>
      <h2 className="border-b-2 border-iron text-[19px]">{name}</h2>
      {children}
    </section>
  );
}

export function Thermometers({
  thermometers,
  mayRecord,
  saveThermometerAction,
  putAwayAction,
}: Readonly<{
  thermometers: readonly Thermometer[];
  mayRecord: boolean;
  saveThermometerAction: (input: Parameters<typeof saveThermometer>[1]) => Promise<Outcome<null>>;
  putAwayAction: One;
}>) {
  const empty = { id: null as string | null, name: '', offsetF: '0', calibratedOn: '' };
  const [typed, setTyped] = useState(empty);
  const { run, refusal, isSending } = useSending();
  return (
    <Panel name="Thermometers">
      <p className="mt-1 text-[15px] text-steel">
        Compare them with each other or in ice water (32 °F): what one shows too much is taken off its
        readings from then on.
      </p>
      <ul>
        {thermometers.map((t) => (
          <li key={t.id} className="flex flex-wrap items-center gap-x-4 border-b border-hair">
            <b className="font-cond text-[18px]">{t.name}</b>
            <span>
              shows {figure(Math.abs(t.offsetF), 1)} °F too {t.offsetF >= 0 ? 'much' : 'little'}
            </span>
            <span className="text-steel">
              {t.calibratedOn === null ? 'never compared' : `compared ${showFullDay(t.calibratedOn)}`}
            </span>
            {mayRecord && (
              <span className="ml-auto flex gap-3">
                <button
                  type="button"
                  className="min-h-[44px] underline"
                  onClick={() =>
                    setTyped({
                      id: t.id,
                      name: t.name,
                      offsetF: String(t.offsetF),
                      calibratedOn: t.calibratedOn === null ? '' : isoDay(t.calibratedOn),
                    })
                  }
                >
                  Change
                </button>
                <button
                  type="button"
                  className="min-h-[44px] underline"
                  disabled={isSending}
                  onClick={() => run(putAwayAction, { id: t.id })}
                >
                  Put away
                </button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {mayRecord && (
        <form
          className="mt-2 grid grid-cols-2 items-end gap-2 sm:grid-cols-[1.3fr_0.8fr_1.2fr_auto]"
          onSubmit={(e) => {
            e.preventDefault();
            run(saveThermometerAction, typed, () => setTyped(empty));
          }}
        >
          <Labelled name="Name">
            {(f) => (
              <input
                {...f}
                value={typed.name}
                onChange={(e) => setTyped({ ...typed, name: e.target.value })}
              />
            )}
          </Labelled>
          <Labelled name="Too much, °F">
            {(f) => (
              <input
                {...f}
                inputMode="decimal"
                value={typed.offsetF}
                onChange={(e) => setTyped({ ...typed, offsetF: e.target.value })}
              />
            )}
          </Labelled>
          <Labelled name="Compared on">
            {(f) => (
              <input
                {...f}
                type="date"
                value={typed.calibratedOn}
                onChange={(e) => setTyped({ ...typed, calibratedOn: e.target.value })}
              />
            )}
          </Labelled>
          <button className="button" disabled={isSending}>
            {typed.id ? 'Save' : 'Add'}
          </button>
        </form>
      )}
      {refusal && <RefusalWords refusal={refusal} here="/house/means" />}
    </Panel>
  );
}

export function Sensors({
  sensors,
  zones,
  mayPlan,
  addSensorAction,
}: Readonly<{
  sensors: HouseSheet['sensors'];
  zones: HouseSheet['zones'];
  mayPlan: boolean;
  addSensorAction: (input: Parameters<typeof addSensor>[1]) => Promise<Outcome<null>>;
}>) {
  const [typed, setTyped] = useState<Parameters<typeof addSensor>[1]>({
    zoneId: zones[0]?.id ?? '',
    spot: 'open',
    serviceKey: '',
    unit: 'C',
  });
  const { run, refusal, isSending } = useSending();
  return (
    <Panel name="Soil stations">
      <p className="mt-1 text-[15px] text-steel">
        They report by themselves; dropouts are left out and stuck days are not used.
      </p>
      <ul>
        {sensors.map((s) => (
          <li key={s.id} className="border-b border-hair py-1.5">
            <b className="font-cond text-[18px]">{s.serviceKey}</b> in {s.site}, {s.spot}, °{s.unit}
            <span className="block text-[14px] text-steel">
              {s.fetchedTo ? `up to ${new Date(s.fetchedTo).toISOString().slice(0, 10)}` : 'nothing yet'}
              {s.trouble && ` · ${s.trouble}`}
            </span>
          </li>
        ))}
      </ul>
      {mayPlan && (
        <form
          className="mt-2 grid grid-cols-2 items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            run(addSensorAction, typed, () => setTyped({ ...typed, serviceKey: '' }));
          }}
        >
          <Labelled name="Name of the station">
            {(f) => (
              <input
                {...f}
                value={typed.serviceKey}
                onChange={(e) => setTyped({ ...typed, serviceKey: e.target.value })}
              />
            )}
          </Labelled>
          <Labelled name="It stands in">
            {(f) => (
              <select
                {...f}
                value={typed.zoneId}
                onChange={(e) => setTyped({ ...typed, zoneId: e.target.value })}
              >
                {zones.map((z) => (
                  <option key={z.id} value={z.id}>
                    {z.site}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled name="Spot">
            {(f) => (
              <select
                {...f}
                value={typed.spot}
                onChange={(e) => setTyped({ ...typed, spot: e.target.value as Spot })}
              >
                {SPOTS.map((s) => (
                  <option key={s}>{s}</option>
                ))}
              </select>
            )}
          </Labelled>
          <div className="grid grid-cols-[1fr_auto] items-end gap-2">
            <Labelled name="Scale">
              {(f) => (
                <select
                  {...f}
                  value={typed.unit}
                  onChange={(e) => setTyped({ ...typed, unit: e.target.value as 'F' | 'C' })}
                >
                  <option value="C">°C</option>
                  <option value="F">°F</option>
                </select>
              )}
            </Labelled>
            <button className="button" disabled={isSending}>
              Add
            </button>
          </div>
        </form>
      )}
      {refusal && <RefusalWords refusal={refusal} here="/house/means" />}
    </Panel>
  );
}

const CALL_WORDS: Readonly<Record<Call, string>> = {
  outlook: 'the soil’s outlook',
  gates: 'the gates of an application',
};

export function Tokens({
  tokens,
  makeTokenAction,
  revokeTokenAction,
}: Readonly<{
  tokens: readonly TokenNews[];
  makeTokenAction: (input: TokenInput) => Promise<Outcome<{ secret: string }>>;
  revokeTokenAction: One;
}>) {
  const [name, setName] = useState('');
  const [days, setDays] = useState<TokenInput['days']>(90);
  const [calls, setCalls] = useState<TokenInput['calls']>(CALLS);
  const [secret, setSecret] = useState<string | null>(null);
  const { run, refusal, isSending } = useSending();
  const day = (iso: string) => iso.slice(0, 10);
  return (
    <Panel name="Your tokens for the HTTP interface">
      <p className="mt-1 text-[15px] text-steel">
        A program with your token may ask what the token is for, as long as you may.{' '}
        <a href="/api/v1/openapi.json">The interface, described</a>.
      </p>
      {secret && (
        <p role="status" className="mt-2 border-2 border-moss bg-paper px-3 py-2">
          <b>Copy it now: it is not shown again.</b>
          <code className="block break-all text-[15px]">{secret}</code>
        </p>
      )}
      <ul>
        {tokens.map((t) => (
          <li key={t.id} className="flex flex-wrap items-center gap-x-4 border-b border-hair">
            <b className="font-cond text-[18px]">{t.name}</b>
            <span className="text-steel">…{t.hint}</span>
            <span className="text-[15px]">
              {t.revokedAt
                ? `taken back ${day(t.revokedAt)}`
                : `for ${list(t.calls)}, ${t.lastUsedAt ? `last used ${day(t.lastUsedAt)}` : 'never used'}${t.expiresAt ? `, ends ${day(t.expiresAt)}` : ', without an end'}`}
            </span>
            {!t.revokedAt && (
              <button
                type="button"
                className="ml-auto min-h-[44px] underline"
                disabled={isSending}
                onClick={() => run(revokeTokenAction, { id: t.id })}
              >
                Take back
              </button>
            )}
          </li>
        ))}
      </ul>
      <form
        className="mt-2 grid grid-cols-[1fr_6em] items-end gap-2 sm:grid-cols-[1fr_6em_auto]"
        onSubmit={(e) => {
          e.preventDefault();
          run(makeTokenAction, { name, days, calls }, (v) => {
            setSecret(v.secret);
            setName('');
          });
        }}
      >
        <Labelled name="What a new token is for">
          {(f) => <input {...f} value={name} onChange={(e) => setName(e.target.value)} />}
        </Labelled>
        <Labelled name="For, days">
          {(f) => (
            <select
              {...f}
              value={days}
              onChange={(e) => setDays(Number(e.target.value) as TokenInput['days'])}
            >
              {[30, 90, 365].map((d) => (
                <option key={d}>{d}</option>
              ))}
            </select>
          )}
        </Labelled>
        <fieldset className="col-span-2 flex flex-wrap items-center gap-x-4 sm:col-span-3">
          <legend className="text-[15px]">May ask for</legend>
          {CALLS.map((call) => (
            <label key={call} className="flex min-h-[44px] items-center gap-2">
              <input
                type="checkbox"
                className="h-5 w-5 accent-[var(--color-moss)]"
                checked={calls.includes(call)}
                onChange={(e) =>
                  setCalls(CALLS.filter((c) => (c === call ? e.target.checked : calls.includes(c))))
                }
              />
              {CALL_WORDS[call]}
            </label>
          ))}
        </fieldset>
        <button className="button justify-self-start" disabled={isSending}>
          Make a token
        </button>
      </form>
      {refusal && <RefusalWords refusal={refusal} here="/house/server" />}
    </Panel>
  );
}

export function Jobs({
  jobs,
  mayPlan,
  retryJobAction,
}: Readonly<{ jobs: QueueState; mayPlan: boolean; retryJobAction: One }>) {
  const { run, refusal, isSending } = useSending();
  return (
    <Panel name="Work in the background" id="jobs">
      {jobs.silentSince !== null && (
        <p role="alert" className="mt-1 border-l-4 border-clay bg-paper px-3 py-1">
          No worker answers
          {jobs.silentSince === 'never'
            ? ', and none ever has'
            : ` since ${jobs.silentSince.slice(0, 16).replace('T', ' ')} UTC`}
          : outlooks, windows, weather and files wait. Whoever keeps the server must start one.
        </p>
      )}
      <p className="mt-1 text-[15px]">
        {jobs.waiting ? `${plural(jobs.waiting, 'job')} waiting or running.` : 'Nothing waits.'}{' '}
        {jobs.failed.length === 0 && 'Nothing has failed in the last week.'}
      </p>
      <ul>
        {jobs.failed.map((j) => (
          <li key={j.id} className="flex flex-wrap items-center gap-x-4 border-b border-hair">
            <span className="font-semibold text-clay">{JOB_KINDS[j.kind].words} failed</span>
            <span className="text-[15px]">
              {j.why} ({j.at.slice(0, 16).replace('T', ' ')} UTC, tried four times)
            </span>
            {mayPlan && (
              <button
                type="button"
                className="ml-auto min-h-[44px] underline"
                disabled={isSending}
                onClick={() => run(retryJobAction, { id: j.id })}
              >
                Try again
              </button>
            )}
          </li>
        ))}
      </ul>
      {refusal && <RefusalWords refusal={refusal} here="/house/server" />}
    </Panel>
  );
}

/** All of the company as a file, for another server. */
export const TakeItWithYou = () => (
  <Panel name="The company’s data" id="data">
    <p>
      All of it in one archive of open formats: every table as lines of JSON, lawns and records also as CSV.
      Another server takes it in. Passwords and tokens are not in it.
    </p>
    <a href="/api/export/company.zip" className="button mt-2">
      Take it with you
    </a>
  </Panel>
);

/** How long a forgotten customer's name stays where the law wants to read it. */
export function Keeping({
  years,
  version,
  mayChange,
  saveKeepingAction,
}: Readonly<{
  years: number;
  version: number;
  mayChange: boolean;
  saveKeepingAction: (input: KeepingInput) => Promise<Outcome<{ version: number }>>;
}>) {
  const [edited, setEdited] = useState<KeepingInput | null>(null);
  const typed = edited ?? { seen: version, keepNamesYears: String(years) };
  const { run, issue, refusal, isSending } = useSending();
  return (
    <Panel name="What is kept" id="keeping">
      <p className="mt-1 text-[15px] text-steel">
        Records, plans and readings are kept for good. A customer who asks to be forgotten is, from the sheet
        of the closed lawn; only records keep the name, for so long.
      </p>
      <form
        className="mt-2 grid grid-cols-1 justify-items-start gap-2"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          run(saveKeepingAction, typed, () => setEdited(null));
        }}
      >
        <Labelled
          name="Names stay on records, years"
          issue={issue('Names on records')}
          hint="At least two: federal law for restricted-use products. Ask what your state wants."
        >
          {(f) => (
            <input
              {...f}
              inputMode="numeric"
              disabled={!mayChange}
              value={typed.keepNamesYears}
              onChange={(e) => setEdited({ ...typed, keepNamesYears: e.target.value })}
            />
          )}
        </Labelled>
        {mayChange && (
          <button className="button" disabled={isSending}>
            Save the years
          </button>
        )}
      </form>
      {refusal && <RefusalWords refusal={refusal} here="/house/server" shown={['Names on records']} />}
    </Panel>
  );
}
