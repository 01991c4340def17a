'use client';
import { useState } from 'react';
import type { DayQuestion } from '@/core/day/plan-day';
import { readMinutes } from '@/formats/minutes-csv';
import { factSentence } from '@/ui/issue-words';
import { useShows } from '@/ui/units';
import { plural } from '@/ui/text';

/** Driving minutes between addresses out of a file, instead of by the places. */
export function DrivingMinutes({
  matrix,
  onTake,
}: Readonly<{ matrix: DayQuestion['matrix']; onTake: (read: NonNullable<DayQuestion['matrix']>) => void }>) {
  const show = useShows();
  const [fileProblem, setFileProblem] = useState('');
  const takeFile = async (file: File | undefined) => {
    if (!file) return;
    const read = readMinutes(await file.text());
    setFileProblem(read.ok ? '' : factSentence(read.why, show));
    if (read.ok) onTake(read.matrix);
  };
  return (
    <details className="mt-3">
      <summary className="flex min-h-touch cursor-pointer items-center text-note underline">
        Driving minutes from a file
      </summary>
      <p className="text-note text-steel">
        A CSV table: the first row and the first column name the same addresses, “shop” is where trucks begin,
        and each cell is the minutes from the row to the column. What it does not say is reckoned from the
        places.
      </p>
      <input
        type="file"
        accept=".csv,text/csv"
        aria-label="Driving minutes, CSV"
        className="mt-1 block min-h-touch"
        onChange={(e) => void takeFile(e.target.files?.[0])}
      />
      {matrix && <p className="text-note">{plural(matrix.names.length, 'place')} read.</p>}
      {fileProblem && (
        <p role="alert" className="border-l-4 border-clay pl-2 text-note">
          {fileProblem}
        </p>
      )}
    </details>
  );
}
