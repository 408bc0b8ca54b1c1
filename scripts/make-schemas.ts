// npm run schemas: writes the JSON Schemas of the open formats from the schemas that the app itself checks with.
import { writeFileSync } from 'node:fs';
import { schemasOf } from './lib/schemas';

for (const [name, schema] of Object.entries(schemasOf())) writeFileSync(`docs/${name}.schema.json`, schema);
