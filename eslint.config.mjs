import next from 'eslint-config-next/core-web-vitals';
import nextTypescript from 'eslint-config-next/typescript';

const config = [
  ...next,
  ...nextTypescript,
  {
    ignores: [
      '.next/**',
      'node_modules/**',
      'next-env.d.ts',
      'test-results/**',
      'data/**',
      '.tmp/**',
      'bench/.build/**',
      '.walk/**',
      'public/**',
      '.dependency-cruiser.cjs',
    ],
  },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'no-console': 'off',
    },
  },
  {
    // A use case of the server is no hook, though its name begins like one.
    files: ['server/**'],
    rules: { 'react-hooks/rules-of-hooks': 'off' },
  },
  {
    // The phone's page is drawn by a smaller library with the attributes of HTML.
    files: ['ui/walk/**'],
    rules: { 'react/no-unknown-property': 'off' },
  },
  {
    files: ['core/**'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'process', 'localStorage'],
      'no-console': 'error',
    },
  },
];
export default config;
