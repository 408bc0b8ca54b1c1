import { type NextRequest, NextResponse } from 'next/server';

const development = process.env.NODE_ENV === 'development';

/** The rules of the page: everything from this origin, nothing from anywhere else. */
function policy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'${development ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "media-src 'self' blob:",
    "font-src 'self'",
    "connect-src 'self' blob:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'none'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** Sets the content security policy, with a nonce for the scripts that the framework writes into the page. */
export function proxy(request: NextRequest) {
  const nonce = btoa(crypto.randomUUID());
  const rules = policy(nonce);
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', rules);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', rules);
  return response;
}

export const config = { matcher: ['/((?!_next/static|fonts/|samples/).*)'] };
