import type { SecureContextOptions } from 'node:tls';

/** Suites with authenticated encryption and forward secrecy only (RFC 9325, sections 4.1 and 4.2). OpenSSL's names. */
const AEAD_SUITES = [
  'TLS_AES_128_GCM_SHA256',
  'TLS_AES_256_GCM_SHA384',
  'TLS_CHACHA20_POLY1305_SHA256',
  'ECDHE-ECDSA-AES128-GCM-SHA256',
  'ECDHE-RSA-AES128-GCM-SHA256',
  'ECDHE-ECDSA-AES256-GCM-SHA384',
  'ECDHE-RSA-AES256-GCM-SHA384',
  'ECDHE-ECDSA-CHACHA20-POLY1305',
  'ECDHE-RSA-CHACHA20-POLY1305',
].join(':');

/** How TLS is spoken: 1.2 or newer, authenticated encryption with forward secrecy only. */
export const tlsOptions = (certificate: string, key: string): SecureContextOptions & { ALPNProtocols: string[] } => ({
  cert: certificate,
  key,
  minVersion: 'TLSv1.2',
  ciphers: AEAD_SUITES,
  honorCipherOrder: true,
  ALPNProtocols: ['http/1.1'],
});
