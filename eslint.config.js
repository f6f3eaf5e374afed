import js from '@eslint/js'
import ts from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'
import globals from 'globals'

/**
 * The rooms of core stand in lines: a room may use rooms of earlier lines, through their index only.
 * Rooms of one line do not know each other.
 */
const lines = [
  ['number', 'file'],
  ['quantity'],
  ['stock'],
  ['blade'],
  ['saw'],
  ['job'],
  ['tension'],
  ['cut'],
  ['sound'],
  ['belief'],
  ['choose'],
  ['setup', 'log', 'fit', 'trial'],
  ['learn'],
  ['diagnose', 'kit'],
  ['pattern', 'run', 'joint', 'practice'],
  ['words'],
]

/** Packages a room may use: they only compute. */
const packages = {
  joint: '@tarikjabiri/dxf',
  pattern: 'saxes|@tarikjabiri/dxf|clipper-lib|color-string|fit-curve|flatbush|polylabel',
  sound: 'fft\\.js',
}

/** Inside pattern the rooms stand in lines too. */
const patternLines = ['read', 'outline', 'measure', 'plan', 'estimate', 'write']

const message = (room) => `core/${room} may use only rooms of earlier lines, through their index (see eslint.config.js).`
const roomRules = lines.flatMap((line, i) =>
  line.map((room) => {
    const closed = [
      ...lines
        .slice(i)
        .flat()
        .filter((other) => other !== room),
    ]
    return {
      files: [`core/src/${room}/**/*.ts`],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              { regex: `^\\.\\./(${closed.join('|') || '-'})(/|$)`, message: message(room) },
              { regex: '^\\.\\./[a-z]+/(?!index)', message: 'Import a neighbouring room through its index.' },
              {
                regex: `^(?!\\.)(?!(${packages[room] ?? '-'})$)`,
                message: 'core uses no packages; pattern, joint and sound alone a few that only compute.',
              },
            ],
          },
        ],
      },
    }
  }),
)

const patternRules = patternLines.map((room, i) => ({
  files: [`core/src/pattern/${room}/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          { regex: `^\\.\\./(${patternLines.slice(i + 1).join('|') || '-'})/`, message: `pattern/${room} may use only rooms before it.` },
          { regex: '^(\\.\\./)+[a-z]+/(?!index)', message: 'Import a neighbouring room through its index.' },
          { regex: '^\\.\\./\\.\\./words', message: 'words stand last.' },
        ],
      },
    ],
  },
}))

/** web in lines too: what stands later may use what stands earlier, never the other way; places do not know one another. */
const floors = ['data', 'work', 'draw', 'store', 'ui', 'places', 'app']
const places = ['bench', 'pattern', 'run', 'listen', 'jobs', 'saws', 'drawer', 'log', 'settings', 'joints']
const everywhere = [
  { regex: '@green-pitch/core/(?!(pattern|sound|joint|practice)$)|core/src', message: 'Use @green-pitch/core through its index.' },
  { regex: '^@green-pitch/server|/server/', message: 'web does not know the server.' },
]
const webRule = (files, closed, message) => ({
  files: [files],
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: [...everywhere, ...(closed.length ? [{ regex: `^\\.\\./(\\.\\./)*(${closed.join('|')})/`, message }] : [])] },
    ],
  },
})
const webRules = [
  ...floors.map((floor, i) =>
    webRule(
      `web/src/${floor}/**/*.{ts,vue}`,
      floors.slice(i + 1),
      `web/${floor} may use only what stands before it: ${floors.slice(0, i).join(', ') || 'core'}.`,
    ),
  ),
  ...places.map((place) =>
    webRule(
      `web/src/places/${place}/**/*.{ts,vue}`,
      ['app', ...places.filter((p) => p !== place)],
      'Places do not import one another, nor the shell.',
    ),
  ),
]

export default ts.config(
  { ignores: ['**/dist/**', '**/dev-dist/**', 'test-results/**', 'playwright-report/**'] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node, ...globals.audioWorklet } },
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/attributes-order': 'off',
      'vue/one-component-per-file': 'off',
    },
  },
  { files: ['**/*.vue'], languageOptions: { parser: vueParser, parserOptions: { parser: ts.parser, sourceType: 'module' } } },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Date', 'localStorage'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }],
    },
  },
  {
    files: ['server/src/**/*.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [{ regex: '@green-pitch/web|/web/', message: 'The server does not know web.' }] }],
    },
  },
  ...roomRules,
  ...patternRules,
  ...webRules,
)
