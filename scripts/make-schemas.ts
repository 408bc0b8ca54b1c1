// npm run schemas: writes the JSON Schemas of the open formats from the schemas that the app itself checks with, and
// the page of errors from the lists of their codes.
import { writeFileSync } from 'node:fs';
import { errorsPage } from './lib/errors';
import { schemasOf } from './lib/schemas';

for (const [name, schema] of Object.entries(schemasOf())) writeFileSync(`docs/${name}.schema.json`, schema);
writeFileSync('docs/errors.md', errorsPage());
