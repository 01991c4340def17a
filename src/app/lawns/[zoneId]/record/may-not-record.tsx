import { Link } from '@/ui/link';

export const MayNotRecord = ({ zoneId }: Readonly<{ zoneId: string }>) => (
  <p className="p-6 text-lg">
    Your role may look and not record. <Link href={`/lawns/${zoneId}`}>Back to the lawn</Link>
  </p>
);
