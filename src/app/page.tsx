import { headers } from 'next/headers';
import { Editor } from './editor';

/** The app has one page. Reading the headers makes it answer each request anew, with that request's nonce. */
export default async function Page() {
  await headers();
  return <Editor />;
}
