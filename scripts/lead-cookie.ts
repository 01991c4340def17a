/** Prints the cookie of the demo's lead, for a measuring that asks pages of several databases. DATABASE_URL: of which one. */
import { leadCookie } from './lib/signed-in';

process.stdout.write(await leadCookie(), () => process.exit(0));
