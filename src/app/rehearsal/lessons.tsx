'use client';
import { useState } from 'react';
import type { Lesson } from '@/core/rehearsal/lessons';
import { lessonWords } from '@/ui/lesson-words';
import { useShows } from '@/ui/units';

/** Lessons of five minutes: a question, an answer that is taken at once, and why. */
export function Lessons({ lessons }: Readonly<{ lessons: readonly Lesson[] }>) {
  if (!lessons.length)
    return (
      <p className="mt-3 text-lg">This lawn’s products teach no lesson yet: type in their labels first.</p>
    );
  return (
    <div className="mt-4 grid gap-4 md:grid-cols-2">
      {lessons.map((l) => (
        <One key={l.key} lesson={l} />
      ))}
    </div>
  );
}

function One({ lesson }: Readonly<{ lesson: Lesson }>) {
  const [answer, setAnswer] = useState<number | null>(null);
  const { title, asks, answers, why } = lessonWords(lesson, useShows());
  const isRight = answer === lesson.right;
  return (
    <section className="border-2 border-hair bg-paper p-3" aria-label={title}>
      <h2 className="text-row">{title}</h2>
      <p className="text-lead">{asks}</p>
      <div className="mt-2 grid gap-1.5">
        {answers.map((a, i) => (
          <button
            key={a}
            type="button"
            aria-pressed={answer === i}
            className={`min-h-bar border-2 px-3 text-left text-lead ${answer === i ? (isRight ? 'border-moss font-semibold' : 'border-clay') : 'border-rail'}`}
            onClick={() => setAnswer(i)}
          >
            {a}
          </button>
        ))}
      </div>
      <p aria-live="polite" className="mt-2 text-body">
        {answer !== null && (
          <>
            <b className={isRight ? 'text-moss' : 'text-clay'}>{isRight ? 'Right.' : 'Not so.'}</b> {why}
          </>
        )}
      </p>
    </section>
  );
}
