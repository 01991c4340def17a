'use client';
import { Labelled } from '@/ui/labelled';

type Props = Readonly<{ onChange: (photo: File | null) => void; hint?: string; beside?: boolean }>;

/** A picture of what is looked at: by the camera of a phone, or a file. */
export const PhotoField = ({
  onChange,
  hint = 'made smaller, without place and camera',
  beside = false,
}: Props) => (
  <Labelled beside={beside} name="A picture" hint={hint}>
    {(field) => (
      <input
        {...field}
        type="file"
        accept="image/*"
        capture="environment"
        onChange={(e) => onChange(e.target.files?.[0] ?? null)}
      />
    )}
  </Labelled>
);
