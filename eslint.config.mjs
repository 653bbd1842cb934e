import next from 'eslint-config-next/core-web-vitals';
import nextTypescript from 'eslint-config-next/typescript';

// Words are made for people. Whoever needs a fact takes it where the words were made from (see `Sentence` in core/trade/text).
const WORDS = '/^(title|words|why|reason|where|detail|said|caution|sentence|message)$/';
const READING =
  '/^(at|charAt|endsWith|includes|indexOf|lastIndexOf|match|matchAll|replace|replaceAll|search|slice|split|startsWith|substring)$/';
const noReading = ['MemberExpression[property.name', 'Identifier[name'].flatMap((named) => [
  `CallExpression[callee.property.name=${READING}] > MemberExpression.callee > ${named}=${WORDS}].object`,
  `CallExpression[callee.property.name=/^(test|exec)$/] > ${named}=${WORDS}].arguments`,
]);

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
  {
    files: ['src/core/**', 'src/services/**', 'src/ui/**', 'app/**'],
    ignores: ['**/*.test.ts', 'src/core/document/notation/**', 'src/core/trade/text/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...noReading.map((selector) => ({
          selector,
          message: 'Words are shown, never read: take the fact they were made from.',
        })),
      ],
    },
  },
];

export default config;
