import { readdirSync, readFileSync } from 'node:fs'
import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'

const noneOf = (patterns, message) => ({
  'no-restricted-imports': ['error', { patterns: [{ regex: patterns, message }] }],
})
/** Every model there is, as its file declares it. */
const MODELS = readdirSync(new URL('./server/db/models/', import.meta.url))
  .flatMap((file) => [
    ...readFileSync(new URL(`./server/db/models/${file}`, import.meta.url), 'utf8').matchAll(
      /class (\w+) extends Model/g,
    ),
  ])
  .map((found) => found[1])
  .join('|')

/** A model is never called outside a transaction: every call's options name one, or say that there is none. */
const modelCallsHaveTransaction = {
  meta: { type: 'problem', schema: [], messages: { missing: 'This model call has no transaction in its options.' } },
  create(context) {
    const model = new RegExp(`^(${MODELS})$`)
    const queries = /^(findAll|findOne|findByPk|count|sum|max|min|create|bulkCreate|update|destroy)$/
    return {
      CallExpression(node) {
        const { callee } = node
        if (
          callee.type !== 'MemberExpression' ||
          callee.object.type !== 'Identifier' ||
          !model.test(callee.object.name)
        )
          return
        if (!queries.test(callee.property.name)) return
        const text = context.sourceCode.getText(node)
        if (!/\btransaction: (tx|null)\b|\btransaction\b\s*[,}]/.test(text))
          context.report({ node, messageId: 'missing' })
      },
    }
  },
}

const DAYS = 'A day is that of the stand: take it from core/time, never from the text or the machine’s own clock.'
/** A day cut out of an instant's text, a time put behind a day, parts of a date in the machine's zone. */
const noDayFromText = {
  'no-restricted-syntax': [
    'error',
    ...[
      'CallExpression[callee.property.name=/^(slice|substring|substr)$/][arguments.0.value=0][arguments.1.value=10]',
      'CallExpression[callee.property.name="split"][arguments.0.value="T"]',
      'TemplateElement[value.raw=/^T\\d\\d:/]',
      'CallExpression[callee.property.name=/^[gs]et(UTC)?(Date|Day|Month|FullYear|Hours)$/]',
      'CallExpression[callee.property.name=/^toLocale(Date|Time)?String$/]',
    ].map((selector) => ({ selector, message: DAYS })),
  ],
}

export default tseslint.config(
  { ignores: ['.build/', '.nuxt/', '.output/', '.olvex/', 'node_modules/', 'tmp/'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/essential'],
  { files: ['**/*.vue'], languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser } } },
  {
    plugins: { olvex: { rules: { 'model-calls-have-transaction': modelCallsHaveTransaction } } },
    rules: {
      'vue/multi-word-component-names': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    // Prettier breaks code; what it leaves alone, such as comments, is held to the same width.
    files: ['**/*.{ts,mjs}'],
    rules: {
      'max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true, ignoreUrls: true },
      ],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: noneOf(
      '^(vue|nuxt|#(?!core)|~|pinia|sequelize|mysql2|vuetify|zod|node:|fs$|path$|h3|\\.\\./\\.\\./(app|server|shared))',
      'core knows no interface, database, Node or DOM.',
    ),
  },
  {
    files: ['shared/**/*.ts'],
    rules: noneOf(
      '^(vue|nuxt|~|pinia|sequelize|mysql2|vuetify|node:|h3|(\\.\\./)+(app|server))',
      'shared depends on core alone.',
    ),
  },
  {
    files: ['server/**/*.ts'],
    rules: { ...noneOf('^(vue|vuetify|pinia|~|(\\.\\./)+app)', 'server never reaches into the interface.') },
  },
  {
    files: ['{core,server,shared,app,scripts}/**/*.{ts,vue}'],
    ignores: ['core/time/**', '**/*.test.ts'],
    rules: noDayFromText,
  },
  { files: ['server/{books,menu,people,platform}/**/*.ts'], rules: { 'olvex/model-calls-have-transaction': 'error' } },
  {
    files: ['app/**/*.{ts,vue}'],
    rules: noneOf(
      '^(sequelize|mysql2|node:|(\\.\\./)+server)',
      'the interface talks to the server through the contract.',
    ),
  },
)
