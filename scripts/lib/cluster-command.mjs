// node scripts/lib/cluster-command.mjs stop|start FOLDER: for tests that take the database away from a running application.
import { cluster } from './postgres.mjs';

const [verb, root] = process.argv.slice(2);
const own = cluster(root);
if (verb === 'stop') own.stop();
else await own.start();
