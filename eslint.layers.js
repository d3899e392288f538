// The layers, in one place: which package may import which, and which subject of core lies left of which.

/** Package → packages of ours that it may import; `display` is what figures and sentences look like to people. */
export const PACKAGE_MAY_IMPORT = {
  core: [],
  plan: ['core'],
  display: ['plan', 'core'],
  book: ['display', 'plan', 'core'],
  server: ['book', 'display', 'plan', 'core'],
  web: ['book', 'display', 'plan', 'core'],
  cli: ['book', 'display', 'plan', 'core'],
};

/** Subjects of core from left to right; each may import those to its left. */
export const CORE_SUBJECTS = [
  'units',
  'working',
  'water',
  'pipe',
  'network',
  'profile',
  'tank',
  'floatvalve',
  'irrigation',
  'simulation',
  'survey',
  'supply',
  'drain',
  'filter',
  'frost',
  'demand',
  'storage',
  'stand',
  'design',
  'parts',
  'schedule',
  'diagnosis',
  'judge',
];

/** Subjects of plan from left to right. */
export const PLAN_SUBJECTS = [
  'catalogue',
  'fields',
  'kinds',
  'schema',
  'topology',
  'findings',
  'document',
  'positions',
  'formats',
  'year',
  'compile',
  'edit',
  'quickstart',
  'budget',
  'intime',
  'solve',
  'garden',
  'drink',
  'cabin',
  'greywater',
  'treat',
  'trough',
  'tote',
  'simulate',
  'stand',
  'parts',
  'build',
  'diagnose',
  'ahead',
  'upkeep',
];

/** Subjects of the book from left to right. */
export const BOOK_SUBJECTS = ['drawing', 'model', 'known', 'chapters', 'book', 'write', 'sheets', 'archive', 'pdf'];

const forbid = (group, message) => ({ 'no-restricted-imports': ['error', { patterns: [{ group, message }] }] });

/** Within a package: a subject may not reach to the right, nor past another subject's face. */
function subjectRules(name, subjects) {
  return subjects.map((subject, k) => {
    const right = subjects.slice(k + 1);
    return {
      files: [`packages/${name}/src/${subject}/**/*.ts`],
      ignores: ['**/*.test.ts', '**/*.testdata.ts'],
      rules: forbid(
        [
          ...right.flatMap((other) => [`../${other}/**`, `@vernal-slope/${name}/${other}`]),
          ...packagesForbidden(name),
          // past the face of another subject
          '../*/*',
          ...subjects.slice(0, k).map((left) => `!../${left}/index.ts`),
        ],
        `${subject} may import only subjects to its left (${subjects.slice(0, k).join(', ') || 'none'}), by their index.ts`,
      ),
    };
  });
}

function packagesForbidden(name) {
  return Object.keys(PACKAGE_MAY_IMPORT)
    .filter((other) => other !== name && !PACKAGE_MAY_IMPORT[name].includes(other))
    .flatMap((other) => [`@vernal-slope/${other}`, `@vernal-slope/${other}/*`, `**/packages/${other}/**`]);
}

/** Features of the web app from left to right: none reaches to its right, so no circle of folders comes about. */
export const WEB_SUBJECTS = [
  'display',
  'workers',
  'shell',
  'fields',
  'session',
  'drawings',
  'judgement',
  'steps',
  'app',
];

function webRules(subjects) {
  return subjects.map((subject, k) => {
    const right = subjects.slice(k + 1);
    return {
      files: [`packages/web/src/${subject}/**/*.{ts,vue}`],
      ignores: ['**/*.test.ts'],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              { group: packagesForbidden('web'), message: 'web may import only book, display, plan and core' },
              ...(right.length > 0
                ? [
                    {
                      regex: `^(\\.\\./)+(${right.join('|')})/`,
                      message: `${subject} may import only features to its left (${subjects.slice(0, k).join(', ') || 'none'})`,
                    },
                  ]
                : []),
            ],
          },
        ],
      },
    };
  });
}

const RAW_UNITS = {
  selector:
    "ImportDeclaration[source.value='@vernal-slope/core/units'] ImportSpecifier[imported.name=/^(toSI|fromSI|unit|findUnit)$/]",
  message: 'convert units in plan/fields/convert.ts or display/quantities.ts only',
};

/** In the web app figures are turned, rounded and written by display/, and by the field that knows its place in the plan. */
const FIGURES_IN_ONE_PLACE = [
  {
    selector:
      'ImportDeclaration[source.value=/display.quantities$/] ImportSpecifier[imported.name=/^(toSI|fromSI|FILE_UNITS)$/]',
    message: 'a figure of the plan is turned by display/planfields.ts, or by the field that edits it',
  },
  {
    selector:
      'ImportDeclaration[source.value=/^@vernal-slope.plan.(compile|fields)$/] ImportSpecifier[imported.name=/^(metresOfMm|mmOfMetres|cubicMetres|litres|pascals|kiloPascals|flowFromLpm|lpmOfFlow|seconds|litresPerDay|flowFromLitresPerDay)$/]',
    message: 'a figure of the plan is turned by display/planfields.ts, or by the field that edits it',
  },
  {
    selector: 'CallExpression > MemberExpression.callee[property.name=/^(toFixed|toPrecision)$/]',
    message: 'figures are rounded and written by display/quantities.ts',
  },
];

/** What keeps an edit from being done reaches the person: a field says it beside itself, else the page does. */
const FAULTS_ARE_TOLD = [
  'ExpressionStatement > CallExpression',
  'UnaryExpression[operator="void"] > CallExpression',
].flatMap((place) =>
  ['[callee.name="edit"]', '[callee.property.name="edit"]'].map((call) => ({
    selector: `${place}${call}`,
    message: 'the faults of this edit reach nobody: use perform() of useEdits()',
  })),
);

const NODE_AND_FRAMEWORKS = [
  'node:*',
  'fs',
  'path',
  'vue',
  'vue-router',
  'pinia',
  'naive-ui',
  'express',
  'd3-*',
  'zod',
];

export const layerRules = [
  ...['display', 'server', 'cli'].map((name) => ({
    files: [`packages/${name}/src/**/*.ts`],
    rules: forbid(packagesForbidden(name), `${name} may import only ${PACKAGE_MAY_IMPORT[name].join(' and ')}`),
  })),
  ...subjectRules('core', CORE_SUBJECTS).map((rule) => ({
    ...rule,
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...rule.rules['no-restricted-imports'][1].patterns,
            { group: NODE_AND_FRAMEWORKS, message: 'core has no IO and no framework' },
          ],
        },
      ],
    },
  })),
  ...subjectRules('plan', PLAN_SUBJECTS),
  ...subjectRules('book', BOOK_SUBJECTS),
  {
    // core computes from what it is given: no clock, no page, no process, no chance
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.testdata.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'Date',
        'window',
        'document',
        'fetch',
        'process',
        'console',
        'setTimeout',
        'localStorage',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'core gives the same answer every time' },
      ],
    },
  },
  ...webRules(WEB_SUBJECTS),
  {
    // units have two borders: the plan's convert.ts (and the formats that other programs write) and the web's display module
    files: ['packages/{plan,book,cli,server}/src/**/*.ts'],
    ignores: ['packages/plan/src/fields/convert.ts', 'packages/plan/src/formats/*.ts', '**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', RAW_UNITS] },
  },
  {
    files: ['packages/web/src/**/*.{ts,vue}'],
    ignores: ['packages/web/src/drawings/**', '**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', RAW_UNITS, ...FIGURES_IN_ONE_PLACE, ...FAULTS_ARE_TOLD] },
  },
  {
    // drawings have their own scale, px a metre
    files: ['packages/web/src/drawings/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', RAW_UNITS, ...FAULTS_ARE_TOLD] },
  },
];
