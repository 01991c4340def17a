import { showDay, showWeekday, type Day } from '@/core/calendar/day';
import { isOverdue } from '@/core/follow-ups/follow-up';
import type { Shows } from '@/core/units/format';
import type { Asked } from '@/server/programme/asked';
import { askedWhy, askedWords, dueWords } from '@/ui/follow-up-words';
import { Link } from '@/ui/link';
import { list, plural } from '@/ui/text';
import { factSentence } from '@/ui/issue-words';

/** So few stand open. */
const FEW = 3;

type Props = Readonly<{ asked: Asked; today: Day; show: Shows; mayRecord: boolean }>;

/** What somebody should do today besides the applications, each with what makes it so. */
export function AskedList({ asked, today, show, mayRecord }: Props) {
  const { lines, unrecorded, doubles, wentAhead, notices, calibrations, licences } = asked;
  const count =
    lines.length +
    unrecorded.length +
    doubles.length +
    wentAhead.length +
    notices.length +
    calibrations.length +
    licences.length;
  if (!count) return null;
  const late = lines.filter((l) => isOverdue(l, today)).length + unrecorded.length;
  return (
    <details
      open={late > 0 || count <= FEW}
      className={`border-l-4 bg-paper px-3 py-1 ${late ? 'border-clay' : 'border-straw'}`}
    >
      <summary className="flex min-h-touch cursor-pointer items-center font-semibold">
        {plural(count, 'other thing')} to do{late > 0 && `, ${late} of them late`}
      </summary>
      <ul>
        {unrecorded.map((u) => (
          <Item
            key={`r${u.applicationId}`}
            href={mayRecord ? `/lawns/${u.zoneId}/record/${u.applicationId}` : `/lawns/${u.zoneId}`}
            head={`Record it: ${u.site}`}
            isLate
          >
            Planned for {showWeekday(u.day)} and not recorded.{' '}
            {u.left > 0
              ? `${plural(u.left, 'day')} left of the 14 of the federal rule.`
              : 'The 14 days of the federal rule are over.'}{' '}
            Was it not done? Skip it on the lawn’s screen.
          </Item>
        ))}
        {doubles.map((d, i) => {
          const words = d.told.map((f) => factSentence(f, show)).join(' ');
          const told = `${d.isDouble ? 'recorded before by ' : ''}${d.part === null ? '' : `${d.part}: `}${words}`;
          return (
            <Item
              key={`d${d.id}${i}`}
              href={`/lawns/${d.zoneId}/visits`}
              head={`Look at ${d.isDouble ? 'both entries' : 'the stop'}: ${d.site}`}
            >
              {d.isEntered
                ? `${d.person}, ${showWeekday(d.day)}: ${told}`
                : `What ${d.person} did on ${showWeekday(d.day)} was not entered: ${told}`}
            </Item>
          );
        })}
        {wentAhead.map((w) => (
          <Item key={`w${w.recordId}`} href={`/records/${w.recordId}`} head={`Begun anyway: ${w.site}`}>
            {w.person} on {showWeekday(w.day)}
            {w.gates.length > 0 && `, with ${list(w.gates)} shut by what was measured there`}.{' '}
            {w.because ? `Because: ${w.because}.` : 'Nobody said why.'}
          </Item>
        ))}
        {lines.map((f, i) => (
          <Item
            key={`f${i}`}
            href={`/lawns/${f.zoneId}`}
            head={`${askedWords(f)}, ${dueWords(f, today)}: ${f.site}`}
            isLate={isOverdue(f, today)}
          >
            {askedWhy(f, today, show)}
          </Item>
        ))}
        {notices.map((n) => (
          <Item
            key={`n${n.applicationId}`}
            href={`/lawns/${n.zoneId}/customer/${n.applicationId}`}
            head={`Give notice: ${n.site}`}
          >
            The visit is planned for {showWeekday(n.day)}, and notice is asked for.
          </Item>
        ))}
        {calibrations.map((c) => (
          <Item key={c.id} href={`/house/calibrate/${c.id}`} head={`Calibrate: ${c.name}`}>
            {c.on === null ? 'It was never calibrated here.' : `Last calibrated ${showDay(c.on)}.`}
          </Item>
        ))}
        {licences.map((l) => (
          <Item key={l.number} href="/house/means" head={`Renew the licence: ${l.person}`}>
            {l.number} {l.validTo < today ? 'ended' : 'ends'} {showDay(l.validTo)}.
          </Item>
        ))}
      </ul>
      {asked.zones > new Set(lines.map((l) => l.zoneId)).size && (
        <p className="py-1 text-steel">
          Of {plural(asked.zones, 'zone')} with something due the longest waiting are shown.
        </p>
      )}
    </details>
  );
}

type ItemProps = Readonly<{ href: string; head: string; isLate?: boolean; children: React.ReactNode }>;

function Item({ href, head, isLate = false, children }: ItemProps) {
  return (
    <li className="border-t border-hair py-1">
      <Link href={href} className="inline-flex min-h-touch items-center font-semibold md:min-h-0">
        {isLate && <span className="mr-2 bg-clay px-1.5 font-cond text-fine text-white">late</span>}
        {head}
      </Link>
      <p className="text-note text-steel">{children}</p>
    </li>
  );
}
