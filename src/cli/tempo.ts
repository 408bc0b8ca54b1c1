import { tempo } from './program';

await tempo(process.argv.slice(2));
