import js from '@eslint/js';
import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier';
import jsdoc from 'eslint-plugin-jsdoc';
import { defineConfig, globalIgnores } from 'eslint/config';
import tseslint from 'typescript-eslint';

/** A number of an exported interface whose name tells no unit. */
const BARE_NUMBER =
  'ExportNamedDeclaration > TSInterfaceDeclaration > TSInterfaceBody > ' +
  'TSPropertySignature[typeAnnotation.typeAnnotation.type="TSNumberKeyword"]' +
  '[key.name!=/(V|A|W|Ohm|Ms|Us|Ns|Mm|Mah|Hz|Mv|G|Awg|C|Deg|Bits|Baud|Mhz|Percent|Pct)$|' +
  '^(volts|amps|watts|baud|ohms|channel|slot|cells|index|width|count)$/]';

export default defineConfig([
  globalIgnores(['**/dist/', '.angular/', 'node_modules/', 'test-results/', 'playwright-report/']),
  {
    files: ['**/*.ts'],
    extends: [
      js.configs.recommended,
      tseslint.configs.strictTypeChecked,
      tseslint.configs.stylisticTypeChecked,
      prettier,
    ],
    languageOptions: {
      parserOptions: { projectService: { allowDefaultProject: [] }, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      // indices are checked by the compiler; `!` says why a look-up must hold
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowBoolean: true }],
      '@typescript-eslint/no-confusing-void-expression': [
        'error',
        { ignoreArrowShorthand: true, ignoreVoidReturningFunctions: true },
      ],
      '@typescript-eslint/consistent-type-definitions': 'off',
      '@typescript-eslint/no-unnecessary-condition': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/unbound-method': 'off',
      // options of Material's services are classes only in name
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/prefer-nullish-coalescing': [
        'error',
        { ignoreConditionalTests: true, ignorePrimitives: { string: true, boolean: true } },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    // what the core gives to others says what it is; a bare number says its unit, by its name or in words
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    plugins: { jsdoc },
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'ThrowStatement > NewExpression[callee.name=/^(Error|RangeError|TypeError)$/]',
          message: 'The core throws errors of its own name, so that a caller can tell them apart.',
        },
      ],
      'jsdoc/require-jsdoc': [
        'error',
        {
          require: { FunctionDeclaration: false },
          contexts: ['TSInterfaceDeclaration', 'TSTypeAliasDeclaration', 'ClassDeclaration']
            .map((kind) => `ExportNamedDeclaration > ${kind}`)
            .concat(BARE_NUMBER),
          enableFixer: false,
        },
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.ts'],
    extends: [angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-class-suffix': 'off',
      '@angular-eslint/no-output-on-prefix': 'off',
    },
  },
  {
    files: ['apps/web/src/**/*.html'],
    extends: [angular.configs.templateRecommended, angular.configs.templateAccessibility],
    rules: {
      // clicks on drawing lines have a button with the same effect beside them
      '@angular-eslint/template/click-events-have-key-events': 'off',
      '@angular-eslint/template/interactive-supports-focus': 'off',
    },
  },
  {
    // controls and tables come from the kit, so that each looks, sounds and behaves the same everywhere
    files: ['apps/web/src/**/*.html'],
    ignores: ['apps/web/src/app/kit/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'Element[name=/^(select|input|textarea|table|progress|details|dialog)$/]',
          message: 'Outside the kit this is a piece of the kit: see apps/web/src/app/kit.',
        },
      ],
    },
  },
  {
    files: ['**/*.mjs', '**/*.js', '**/*.cjs'],
    extends: [js.configs.recommended, prettier],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        module: 'writable',
        setTimeout: 'readonly',
        fetch: 'readonly',
      },
    },
  },
]);
