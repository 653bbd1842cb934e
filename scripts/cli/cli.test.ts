import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { ROOT } from '../support/project';

const folder = mkdtempSync(join(tmpdir(), 'pezzo-cli-'));
const file = (name: string, text: string) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};
const run = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['--import', 'tsx', join(ROOT, 'scripts/pezzo.ts'), ...args],
    { cwd: ROOT, encoding: 'utf8' },
  );
  return { status, stdout, stderr };
};
const REAR = 'demo/procedures/kite-rear-door.json';

describe('pezzo plan', () => {
  it('prints one JSON object with the published fields and nothing else', () => {
    const { status, stdout, stderr } = run('plan', REAR, '--goal', 'woofer:off', '--option', 'windows=power', '--json');
    const plan = JSON.parse(stdout);
    expect([status, stderr]).toEqual([0, '']);
    expect(Object.keys(plan)).toEqual(
      expect.arrayContaining(['removal', 'refit', 'tools', 'tray', 'unknownOptions', 'cost', 'findings']),
    );
    expect(plan.removal.find((step: { item: string }) => step.item === 's1')).toMatchObject({
      action: 'release',
      procedure: 'kite-rear-door',
      side: 'left',
      tool: 'T20',
      seconds: 16,
      bin: expect.any(Number),
      why: expect.any(Array),
    });
    expect(plan.removal.at(-1)).toMatchObject({ action: 'takeOff', item: 'woofer' });
    expect(plan.cost).toMatchObject({
      seconds: expect.any(Number),
      toolChanges: expect.any(Number),
      lowerBound: expect.any(Number),
      optimal: expect.any(Boolean),
    });
    expect(plan.removal.some((step: { item: string }) => ['crank', 'cc', 'crank-washer'].includes(step.item))).toBe(
      false,
    );
  });

  it('reads every form of a goal, and takes the battery off before an airbag link', () => {
    const lumen = 'demo/procedures/lumen-front-door.json';
    const { status, stdout } = run(
      'plan',
      lumen,
      '--goal',
      'card:free',
      '--goal',
      's1',
      '--goal',
      'expose s2',
      '--goal',
      'srs1',
      '--json',
    );
    const keys = JSON.parse(stdout).removal.map(
      (step: { action: string; item: string }) => `${step.action} ${step.item}`,
    );
    expect(status).toBe(0);
    expect(keys).toEqual(expect.arrayContaining(['free card', 'release s1', 'undo srs1']));
    const at = (key: string) => keys.findIndex((one: string) => one.startsWith(key));
    expect(at('batteryOff') < at('wait') && at('wait') < at('undo srs1') && at('batteryOff') >= 0).toBe(true);
  });

  it('asks how a new part is fixed, and plans it as it is told, with the figures of its file', () => {
    const asked = JSON.parse(run('plan', REAR, '--new', 'woofer', '--option', 'windows=power', '--json').stdout);
    expect(asked.questions).toEqual([
      {
        of: 'woofer',
        choices: expect.arrayContaining([{ way: 'screws', because: expect.stringContaining('come back') }]),
        lacks: expect.stringContaining('sizes'),
      },
    ]);
    const keys = (plan: { steps: Record<string, { actions: string[] }[]> }) =>
      [...plan.steps.fit, ...plan.steps.refit].flatMap(({ actions }) => actions);
    expect(keys(asked).filter((key) => /drill|ring|nuts/.test(key))).toEqual([]);
    const half = file('half.json', '{"name": "Half known", "circle_mm": 156, "screws": 4, "depth_mm": ""}');
    const planned = JSON.parse(
      run('plan', REAR, '--new', `kite-rear-door/woofer=nuts,speaker=${half}`, '--option', 'windows=power', '--json')
        .stdout,
    );
    expect(planned.questions).toBeUndefined();
    expect(planned.newParts).toMatchObject([{ of: 'woofer', name: 'Half known', fixing: 'nuts' }]);
    expect(planned.newParts[0].lacks).toContain('mounting depth');
    expect(keys(planned)).toEqual(
      expect.arrayContaining([
        'work:kite-rear-door/new-woofer-nuts',
        'place:kite-rear-door/woofer',
        'join:kite-rear-door/l3',
        'seat:kite-rear-door/woofer',
        'work:kite-rear-door/new-woofer-screws',
      ]),
    );
    expect(run('plan', REAR, '--new', 'woofer').stdout).toContain('How is the new one fixed at kite-rear-door/woofer?');
  });

  it.each([
    [
      'two new parts for one place',
      ['--new', 'woofer', '--new', 'kite-rear-door/woofer=holes'],
      1,
      'two-for-one-place',
    ],
    ['a place that is not there', ['--new', 'roof'], 1, 'no-place'],
    ['a way that cannot be', ['--new', 'switch-pack=screws'], 1, 'fixing-refused'],
    ['a way nobody knows', ['--new', 'woofer=glue'], 2, null],
    ['a speaker file that is not there', ['--new', 'woofer,speaker=nowhere.json'], 2, null],
  ] as const)('refuses %s', (_, args, wanted, code) => {
    const { status, stdout, stderr } = run('plan', REAR, ...args, '--json');
    expect(status).toBe(wanted);
    expect(stderr.trim()).not.toBe('');
    if (code) expect(JSON.parse(stdout).findings[0].code).toBe(code);
  });

  it.each([
    ['a goal that is not there', ['plan', REAR, '--goal', 'sunroof', '--json'], 1],
    [
      'an option value that is not listed',
      ['plan', REAR, '--goal', 'card', '--option', 'windows=sliding', '--json'],
      1,
    ],
    ['an option that is not listed', ['plan', REAR, '--goal', 'card', '--option', 'roof=glass', '--json'], 1],
    ['no goal', ['plan', REAR], 2],
    ['no file', ['plan', '--goal', 'card'], 2],
    ['a flag nobody knows', ['plan', REAR, '--goal', 'card', '--fast'], 2],
    ['an option without a value', ['plan', REAR, '--goal', 'card', '--option', 'windows'], 2],
    ['an order nobody knows', ['plan', REAR, '--goal', 'card', '--order', 'random'], 2],
    ['half a bin', ['plan', REAR, '--goal', 'card', '--tray', '2.5'], 2],
    ['a costs file that is not there', ['plan', REAR, '--goal', 'card', '--costs', 'nowhere.json', '--json'], 1],
    ['one procedure twice', ['plan', REAR, REAR, '--goal', 'kite-rear-door/card', '--json'], 1],
    ['a command nobody knows', ['plane'], 2],
    ['a file that is not there', ['plan', 'nowhere.json', '--goal', 'card', '--json'], 1],
  ])('ends with the right status for %s, in words on standard error', (_, args, status) => {
    const got = run(...args);
    expect(got.status).toBe(status);
    expect(got.stderr.length).toBeGreaterThan(0);
    if (got.stdout) expect(JSON.parse(got.stdout).findings[0].level).toBe('error');
  });
});

describe('pezzo plan over a vehicle', () => {
  it('plans several files at once, prices by a costs file, keeps to a tray, and compares with the recorded order', () => {
    const costs = file('costs.json', JSON.stringify({ toolChangeSeconds: 30 }));
    const args = [
      'plan',
      'demo/procedures/calder-quarter-trim.json',
      'demo/procedures/calder-rear-seat.json',
      '--goal',
      'speaker',
      '--option',
      'heating=none',
      '--costs',
      costs,
      '--tray',
      '3',
      '--time-limit',
      '5',
      '--json',
    ];
    const best = JSON.parse(run(...args).stdout);
    const recorded = JSON.parse(run(...args, '--order', 'recorded').stdout);
    expect(new Set(best.removal.map((step: { procedure: string }) => step.procedure))).toEqual(
      new Set([null, 'calder-quarter-trim', 'calder-rear-seat']),
    );
    expect(best.missingProcedures).toEqual([]);
    expect(best.tray.length).toBeLessThanOrEqual(3);
    expect(recorded.cost.seconds).toBe(best.recorded.seconds);
    expect(best.cost.seconds).toBeLessThanOrEqual(recorded.cost.seconds);
    expect(best.cost.lowerBound).toBeLessThanOrEqual(best.cost.seconds);
    expect(best.stays.find((one: { item: string }) => one.item === 'bolster-right')).toBeUndefined();
  });

  it('refuses costs that make no sense, in words', () => {
    const { status, stderr } = run(
      'plan',
      REAR,
      '--goal',
      'card',
      '--costs',
      file('bad-costs.json', JSON.stringify({ zoneMoveSeconds: 90, sideMoveSeconds: 2 })),
      '--json',
    );
    expect([status, stderr]).toEqual([1, expect.stringContaining('at most twice')]);
  });

  it('says which route was taken, and what a procedure that is not at hand was needed for', () => {
    const drover = JSON.parse(
      run(
        'plan',
        'demo/procedures/drover-front-door-crew.json',
        '--goal',
        'woofer',
        '--option',
        'windows=power',
        '--json',
      ).stdout,
    );
    expect(drover.routesTaken[0].words).toMatch(/^Through the speaker grille: \d+ actions instead of \d+\.$/);
    expect(
      JSON.parse(run('plan', 'demo/procedures/calder-quarter-trim.json', '--goal', 'speaker', '--json').stdout)
        .missingProcedures,
    ).toEqual(['calder-rear-seat']);
  });
});

describe('pezzo check', () => {
  it('allows warnings, refuses errors, and names what and how to mend it', () => {
    expect(run('check', REAR, '--json').status).toBe(0);
    const door = demoProcedure('kite-rear-door');
    const loop = file(
      'loop.json',
      JSON.stringify({
        ...door,
        parts: door.parts.map((part) => (part.id === 'sail' ? { ...part, behind: ['woofer'] } : part)),
      }),
    );
    const { status, stdout } = run('check', loop, '--json');
    const { findings } = JSON.parse(stdout);
    expect(status).toBe(1);
    expect(findings[0]).toMatchObject({
      level: 'error',
      code: 'loop',
      items: expect.any(Array),
      message: expect.any(String),
      repair: expect.any(String),
    });
    expect(run('check', file('text.json', 'hello'), '--json').status).toBe(1);
    expect(run('check').status).toBe(2);
  });
});

describe('pezzo read-notes', () => {
  it('gives the procedure and what was not understood, and a usage error where there is no such file', () => {
    const notes = file('notes.txt', 'Velden Kite 2016, front door right\n4 T20 hold card\nRui says it took ages\n');
    const { status, stdout } = run('read-notes', notes, '--json');
    const { procedure, unread } = JSON.parse(stdout);
    expect(status).toBe(0);
    expect(procedure).toMatchObject({ side: 'right', fasteners: [{ drive: 'T20', count: 4, holds: 'card' }] });
    expect(unread).toEqual([{ line: 3, text: 'Rui says it took ages' }]);
    expect(run('read-notes', '/no/such/file').status).toBe(2);
  });
});

describe('commands that keep and serve', () => {
  it.each([
    ['backup'],
    ['backup', 'a', 'b'],
    ['backup', '--replace', 'a'],
    ['restore'],
    ['restore', 'a', 'b'],
    ['restore', 'a', '--force'],
    ['up', '--host', '0.0.0.0'],
    ['up', '--host', 'bay.example', '--certificate', 'a.pem'],
    ['up', '--certificate', 'a.pem', '--key', 'a.key'],
    ['up', '--port', '70000'],
    ['test', 'everything'],
    ['weld'],
  ])('say how they are used where they are called wrongly: %s %s %s', (...args) => {
    const { status, stdout, stderr } = run(...args.filter((arg) => arg !== undefined));
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr.trim()).not.toBe('');
  });

  it('refuse a backup that is not there before they touch the database', () => {
    const { status, stderr } = run('restore', join(folder, 'no-such.backup'));
    expect([status, stderr.trim()]).toEqual([1, `There is no file ${join(folder, 'no-such.backup')}.`]);
  });

  it('name the command that was meant, and help for each', () => {
    expect(run('paln').stderr).toContain('plan');
    expect(run('measure', 'serch').stderr).toContain('search');
    for (const name of ['up', 'dev', 'test', 'measure', 'plan', 'check', 'backup', 'restore', 'customers', 'sbom']) {
      const { status, stdout } = run(name, '--help');
      expect([status, stdout.includes(`pezzo ${name}`)]).toEqual([0, true]);
    }
  });
});

describe('pezzo export', () => {
  it('packs procedure files into one archive, the same every time, and refuses what is none', () => {
    const [one, two] = [join(folder, 'one.zip'), join(folder, 'two.zip')];
    const files = [REAR, 'demo/procedures/tarn-front-door.json'];
    expect(run('export', ...files, '--out', one).status).toBe(0);
    expect(run('export', ...files, '--out', two).status).toBe(0);
    expect(readFileSync(one).equals(readFileSync(two))).toBe(true);
    // A zip begins with a local file header (APPNOTE.TXT 4.3.7).
    expect(readFileSync(one).subarray(0, 4)).toEqual(Buffer.from([0x50, 0x4b, 3, 4]));
    const bad = run('export', file('bad.json', '{}'), '--out', join(folder, 'bad.zip'));
    expect([bad.status, existsSync(join(folder, 'bad.zip'))]).toEqual([1, false]);
    expect(run('export', REAR, REAR, '--out', two).status).toBe(1);
    expect(run('export', '--out', two).status).toBe(2);
    expect(run('export', REAR, '--all', '--out', two).status).toBe(2);
    expect(run('export', REAR, '--out', join(folder, 'none', 'x.zip'))).toMatchObject({ status: 1 });
  });
});

describe('pezzo fit', () => {
  it('works out a tool’s answer, names the field where the input is wrong, and the tools there are', () => {
    const given = file('depth.json', JSON.stringify({ toGlass: 62, grilleGap: 24, depth: '2 3/8 in', sheets: [6] }));
    const { status, stdout } = run('fit', 'depth', '--in', given, '--json');
    expect([status, JSON.parse(stdout)]).toEqual([
      0,
      { window: [0, 24], sure: [0, 24], stack: [], fits: true, shortBy: -24 },
    ]);
    const wrong = run('fit', 'capacitor', '--in', file('capacitor.json', '{ "ohms": 0, "hertz": 5000 }'));
    expect([wrong.status, wrong.stdout, wrong.stderr]).toEqual([1, '', expect.stringContaining('ohms')]);
    expect(run('fit', 'depth', '--in', file('none.json', 'not json')).status).toBe(1);
    const hole = file('hole.json', '{ "for": "pilot", "screw": 2.9, "sheet": 0.8, "sets": ["metric"] }');
    expect(JSON.parse(run('fit', 'hole', '--in', hole, '--json').stdout)).toMatchObject({
      mm: 2.2,
      errorMm: 0,
      stop: 3.8,
    });
    // No pair is probed that nobody has identified.
    const pair = file('pair.json', '{ "identified": false, "evidence": [{ "method": "cell", "seen": "out" }] }');
    expect(run('fit', 'polarity', '--in', pair)).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('“identified”') as string,
    });
    const datum = { from: 'lower seam', up: 45, andFrom: 'hinge edge', back: '120 mm', diameter: 142 };
    const marking = file('marking.json', JSON.stringify({ ...datum, behind: { glass: 'in-the-way' } }));
    expect(JSON.parse(run('fit', 'marking', '--in', marking, '--json').stdout)).toMatchObject({
      left: [-120, 45],
      right: [120, 45],
      may: false,
      inTheWay: ['glass'],
    });
    const factory = file('factory.json', '{ "drivers": [{ "name": "woofer", "was": 4, "becomes": 2 }] }');
    expect(JSON.parse(run('fit', 'factory', '--in', factory, '--json').stdout).drivers[0].verdict).toBe('too-low');
    const call = file('tones.json', '{ "tone": "rear-left", "db": -20 }');
    const wav = join(folder, 'call.wav');
    const made = JSON.parse(run('fit', 'tones', '--in', call, '--out', wav, '--json').stdout);
    expect(made).toMatchObject({ side: 'left', rate: 44_100 });
    expect(made.peakDb).toBeCloseTo(-20, 1);
    expect(readFileSync(wav).subarray(0, 4).toString()).toBe('RIFF');
    expect(run('fit', 'depth', '--in', given, '--out', wav).status).toBe(2);
    expect(run('fit', 'glue', '--in', given)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('capacitor'),
    });
  });
});

describe('pezzo diff', () => {
  it('names what differs, a sentence each, and exits 0 also then; 1 where a file cannot be read', () => {
    const kite = 'demo/procedures/kite-rear-door.json';
    const { status, stdout } = run('diff', kite, 'demo/procedures/kite-front-door.json', '--json');
    const { changes } = JSON.parse(stdout) as { changes: Record<string, unknown>[] };
    expect(status).toBe(0);
    expect(changes.length).toBeGreaterThan(10);
    for (const change of changes)
      expect(Object.keys(change)).toEqual(expect.arrayContaining(['kind', 'item', 'field', 'from', 'to', 'sentence']));
    expect(run('diff', kite, kite)).toMatchObject({ status: 0, stdout: 'No difference.\n' });
    expect(run('diff', kite, file('broken.json', '{'))).toMatchObject({ status: 1 });
  });
});
