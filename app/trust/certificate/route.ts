export const dynamic = 'force-dynamic';

/** The shop's own authority, as tablets take it in. There is none where a certificate was given or plain HTTP is served. */
export function GET(): Response {
  const authority = process.env.PEZZO_AUTHORITY;
  if (!authority) return new Response('This shop has no certificate of its own.', { status: 404 });
  return new Response(authority, {
    headers: {
      'content-type': 'application/x-x509-ca-cert',
      'content-disposition': 'attachment; filename="pezzo-shop.crt"',
    },
  });
}
