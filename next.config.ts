import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  // No pictures are resized by the server on asking: one thing less that decodes what strangers name.
  images: { unoptimized: true },
  reactStrictMode: true,
  // Types are checked by `bin/pezzo test`; a start need not wait for them.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pg', 'piscina', '@node-rs/bcrypt'],
  // Bootstrap's Sass still uses @import; its own deprecation notes are not ours to fix.
  sassOptions: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] },
};

export default config;
