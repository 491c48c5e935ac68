import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'
import prettier from 'eslint-config-prettier/flat'
import vue from 'eslint-plugin-vue'

const below = ['ui', 'api', 'draw', 'forms', 'look', 'picture']

/**
 * Who may import whom: what a room's files may name besides their own neighbours, which they name by `./`. Rooms from the ground up; no
 * instrument names another, only views compose. The last line that fits a file counts.
 */
const ROOMS = [
  ['src/ui/**', []],
  ['src/api/**', []],
  ['src/draw/**', ['ui', 'api']],
  ['src/forms/**', ['ui', 'api', 'draw']],
  ['src/look/**', ['ui', 'api', 'forms']],
  ['src/picture/**', ['ui', 'api', 'draw', 'forms', 'look', 'picture']],
  ['src/board/**', below],
  ['src/board/phone/**', [...below, 'board/meter', 'board/cards', 'board/drill']],
  ['src/board/drill/**', [...below, 'board/cards']],
  ['src/plan/**', [...below, 'plan/drawing', 'plan/panels']],
  ['src/plan/drawing/**', [...below, 'plan/store']],
  ['src/plan/panels/**', [...below, 'plan/store', 'plan/drawing']],
  ['src/studies/**', [...below, 'studies']],
  ['src/check/**', [...below, 'check']],
  ['src/frame/**', [...below, 'frame']],
  ['src/sittings/**', below],
  ['src/sittings/begin/**', [...below, 'sittings/FlatLadder.vue']],
  ['src/kit/**', below],
  ['src/devices/**', below],
  ['src/practice/**', below],
  ['src/door/**', [...below, 'door']],
  ['src/door/LinkedView.vue', [...below, 'door', 'board/ladder', 'plan/drawing']],
  ['src/board/BoardView.vue', [...below, 'board']],
  ['src/board/DeskBoard.vue', [...below, 'board', 'plan']],
  ['src/plan/*.vue', [...below, 'plan']],
  [
    'src/app/**',
    [...below, 'board', 'plan', 'studies', 'check', 'frame', 'sittings', 'kit', 'devices', 'practice', 'door'],
  ],
]

const importsOf = ([files, rooms]) => {
  const from = rooms.length > 0 ? `(?!(?:${rooms.join('|')})(?:/|$))` : ''
  const may = rooms.length > 0 ? `these may: ${rooms.join(', ')}` : 'nothing of this application but their neighbours'
  const patterns = [
    {
      regex: `^@/${from}`,
      message: `${files} may not import this; ${may}. Who may import whom stands in eslint.config.js.`,
    },
    { regex: '^\\.\\./(?!.*/(?:crates|docs)/)', message: 'A neighbour is named by ./, everything else by @/.' },
  ]
  return {
    files: [files.endsWith('**') ? `${files}/*.{ts,vue}` : files],
    rules: { 'no-restricted-imports': ['error', { patterns }] },
  }
}

export default defineConfigWithVueTs(
  { ignores: ['dist', 'src/api/generated.ts', 'public/theme.js'] },
  vue.configs['flat/recommended'],
  vueTsConfigs.strict,
  // Props are destructured: what is left out is undefined, as the types say.
  { rules: { 'vue/require-default-prop': 'off' } },
  ...ROOMS.map(importsOf),
  prettier,
)
