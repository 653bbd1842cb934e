import next from 'eslint-config-next/core-web-vitals';
import nextTypescript from 'eslint-config-next/typescript';

const config = [
  { ignores: ['.next/**', '.pezzo/**', 'node_modules/**', 'next-env.d.ts', 'test-results/**'] },
  ...next,
  ...nextTypescript,
  {
    rules: {
      'no-console': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // Refs that mirror the latest value are how the outbox and autosave reach it from timers.
      'react-hooks/refs': 'off',
    },
  },
];

export default config;
