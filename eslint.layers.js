// The layers, in one place: which package may import which, and which subject of core lies left of which.

/** Package → packages of ours that it may import. */
export const PACKAGE_MAY_IMPORT = {
  core: [],
  plan: ['core'],
  server: ['plan', 'core'],
  web: ['plan', 'core'],
  cli: ['plan', 'core'],
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
  'simulation',
  'survey',
  'supply',
  'demand',
  'storage',
  'stand',
  'irrigation',
  'design',
  'parts',
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
  'compile',
  'edit',
  'quickstart',
  'budget',
  'solve',
  'stand',
];

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
  ...['server', 'web', 'cli'].map((name) => ({
    files: [`packages/${name}/src/**/*.{ts,vue}`],
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
  {
    // units have two borders: the plan's convert.ts (and the formats that other programs write) and the web's display module
    files: ['packages/{plan,web,cli,server}/src/**/*.{ts,vue}'],
    ignores: [
      'packages/plan/src/fields/convert.ts',
      'packages/plan/src/formats/*.ts',
      'packages/web/src/display/quantities.ts',
      '**/*.test.ts',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "ImportDeclaration[source.value='@vernal-slope/core/units'] ImportSpecifier[imported.name=/^(toSI|fromSI|unit|findUnit)$/]",
          message: 'convert units in fields/convert.ts or display/quantities.ts only',
        },
      ],
    },
  },
];
