import { NONE } from './support';

export type From = 'nobody' | 'trainee' | 'technician' | 'lead' | 'owner';

/** Who may ask for what: from which role up, and whether a PIN is enough. Requests are harmless: what may be done is refused for another reason. */
export const ROUTES: Record<
  string,
  Record<string, { from: From; password?: true; at: string; data?: object | string }>
> = {
  'api/bench/pairs': {
    POST: {
      from: 'technician',
      at: '/api/bench/pairs',
      data: { procedure: 'none', of: 'x', plus: 'BK', minus: 'RD', verified: [{ how: 'cell', result: 'out' }] },
    },
  },
  'api/bench/skin/[procedure]': { GET: { from: 'trainee', at: '/api/bench/skin/none' } },
  'api/bench/template': { POST: { from: 'trainee', at: '/api/bench/template', data: {} } },
  'api/branches': {
    POST: {
      from: 'owner',
      password: true,
      at: '/api/branches',
      data: { name: 'saltmarsh car audio', owner: 'Bea Nwosu', pin: '4827', password: 'a long password' },
    },
  },
  'api/customers': { DELETE: { from: 'owner', password: true, at: '/api/customers' } },
  'api/customers/[number]': { DELETE: { from: 'owner', password: true, at: '/api/customers/999999' } },
  'api/customers/[number]/export': { GET: { from: 'owner', password: true, at: '/api/customers/999999/export' } },
  'api/day/order': {
    POST: { from: 'trainee', at: '/api/day/order', data: { without: 'none' } },
    PUT: { from: 'technician', at: '/api/day/order', data: { places: [] } },
  },
  'api/day/places/[number]': {
    PUT: { from: 'technician', at: '/api/day/places/999999', data: {} },
    DELETE: { from: 'technician', at: '/api/day/places/999999?version=1' },
  },
  'api/devices': { POST: { from: 'nobody', at: '/api/devices', data: {} } },
  'api/devices/[id]': { DELETE: { from: 'owner', password: true, at: `/api/devices/${NONE}` } },
  'api/exchange/archive': { GET: { from: 'technician', at: '/api/exchange/archive?procedure=none' } },
  'api/exchange/import': { POST: { from: 'lead', password: true, at: '/api/exchange/import?dry=1', data: 'no zip' } },
  'api/flags': { POST: { from: 'lead', password: true, at: '/api/flags', data: { flag: NONE } } },
  'api/health': { GET: { from: 'nobody', at: '/api/health' } },
  'api/insights/[table]': { GET: { from: 'trainee', at: '/api/insights/breaks.csv' } },
  'api/jobs': {
    POST: { from: 'technician', at: '/api/jobs', data: { title: 'Matrix', make: 'Velden', model: 'Kite' } },
  },
  'api/jobs/[number]/customer': { PUT: { from: 'technician', at: '/api/jobs/999999/customer', data: {} } },
  'api/jobs/[number]/quotes': { POST: { from: 'technician', at: '/api/jobs/999999/quotes', data: {} } },
  'api/jobs/[number]/quotes/[quote]/answer': {
    POST: { from: 'technician', at: '/api/jobs/999999/quotes/1/answer', data: {} },
  },
  'api/jobs/[number]/quotes/[quote]/quote.pdf': { GET: { from: 'trainee', at: '/api/jobs/999999/quotes/1/quote.pdf' } },
  'api/jobs/known': { GET: { from: 'technician', at: '/api/jobs/known?q=nobody' } },
  'api/jobs/[number]/report.json': { GET: { from: 'trainee', at: '/api/jobs/999999/report.json' } },
  'api/jobs/[number]/schools': {
    PUT: { from: 'lead', password: true, at: '/api/jobs/999999/schools', data: { schools: [] } },
  },
  'api/jobs/[number]/sets': { PUT: { from: 'technician', at: '/api/jobs/999999/sets', data: { sets: [] } } },
  'api/jobs/[number]/bench-results': { POST: { from: 'trainee', at: '/api/jobs/999999/bench-results', data: {} } },
  'api/jobs/[number]/skip-check-in': { POST: { from: 'trainee', at: '/api/jobs/999999/skip-check-in', data: {} } },
  'api/jobs/[number]/times': { PUT: { from: 'technician', at: '/api/jobs/999999/times', data: {} } },
  'api/jobs/[number]/trained-person': {
    POST: { from: 'lead', password: true, at: '/api/jobs/999999/trained-person', data: { person: 'bea-nwosu' } },
  },
  'api/jobs/[number]/report.pdf': { GET: { from: 'trainee', at: '/api/jobs/999999/report.pdf' } },
  'api/kit': { PUT: { from: 'trainee', at: '/api/kit', data: { tools: 'none' } } },
  'api/logs/[id]/events': {
    GET: { from: 'trainee', at: `/api/logs/${NONE}/events` },
    POST: { from: 'trainee', at: `/api/logs/${NONE}/events`, data: { events: [] } },
  },
  'api/logs/[id]/stream': {
    GET: { from: 'trainee', at: '/api/logs/nothing/stream' },
    HEAD: { from: 'nobody', at: '/api/logs/board/stream' },
  },
  'api/people': {
    POST: {
      from: 'owner',
      password: true,
      at: '/api/people',
      data: { name: 'Bea Nwosu', role: 'trainee', pin: '4827', password: '' },
    },
  },
  'api/people/[id]': { PATCH: { from: 'owner', password: true, at: '/api/people/nobody', data: { active: true } } },
  'api/photos/[id]': {
    GET: { from: 'trainee', at: `/api/photos/${NONE}` },
    PUT: { from: 'trainee', at: '/api/photos/none', data: {} },
  },
  'api/recordings/[id]': {
    GET: { from: 'trainee', at: `/api/recordings/${NONE}` },
    PUT: { from: 'trainee', at: '/api/recordings/none', data: {} },
  },
  'api/procedures': {
    GET: { from: 'trainee', at: '/api/procedures?q=none' },
    POST: {
      from: 'technician',
      at: '/api/procedures',
      data: { make: 'Velden', model: 'Matrix', zone: 'roof', side: 'centre', width: 500, height: 500 },
    },
  },
  'api/procedures/[id]/approve': {
    POST: { from: 'lead', password: true, at: '/api/procedures/none/approve', data: { version: 1, note: 'x' } },
  },
  'api/procedures/[id]/comments': {
    POST: { from: 'trainee', at: '/api/procedures/none/comments', data: { id: NONE, words: 'x' } },
  },
  'api/procedures/[id]/comments/[comment]': {
    POST: { from: 'technician', at: `/api/procedures/none/comments/${NONE}` },
  },
  'api/procedures/[id]/draft': {
    GET: { from: 'technician', at: '/api/procedures/none/draft' },
    PUT: { from: 'technician', at: '/api/procedures/none/draft?version=1', data: '{}' },
    DELETE: { from: 'technician', at: '/api/procedures/none/draft?version=1' },
  },
  'api/procedures/[id]/diff': { GET: { from: 'trainee', at: '/api/procedures/none/diff?from=1&to=2' } },
  'api/procedures/[id]/findings': {
    POST: {
      from: 'lead',
      password: true,
      at: '/api/procedures/none/findings',
      data: { findings: [NONE], decision: 'accepted' },
    },
  },
  'api/procedures/[id]/file': { GET: { from: 'trainee', at: '/api/procedures/none/file' } },
  'api/procedures/[id]/labels': { GET: { from: 'trainee', at: '/api/procedures/none/labels' } },
  'api/procedures/[id]/origin': { POST: { from: 'technician', at: '/api/procedures/none/origin' } },
  'api/procedures/[id]/retired': {
    POST: { from: 'lead', password: true, at: '/api/procedures/none/retired', data: {} },
    DELETE: { from: 'lead', password: true, at: '/api/procedures/none/retired' },
  },
  'api/procedures/[id]/review': {
    POST: { from: 'technician', at: '/api/procedures/none/review', data: { version: 1, ask: true } },
  },
  'api/procedures/[id]/shared': {
    PUT: { from: 'lead', password: true, at: '/api/procedures/none/shared', data: { isShared: true } },
  },
  'api/procedures/[id]/sheet': { GET: { from: 'trainee', at: '/api/procedures/none/sheet' } },
  'api/procedures/[id]/variants': {
    POST: { from: 'technician', at: '/api/procedures/none/variants', data: { body: 'estate' } },
  },
  'api/procedures/bring-in': { POST: { from: 'technician', at: '/api/procedures/bring-in', data: '{}' } },
  'api/procedures/derive': {
    POST: { from: 'technician', at: '/api/procedures/derive', data: { from: 'none', job: 999_999 } },
  },
  'api/runs': {
    POST: { from: 'technician', at: '/api/runs', data: { job: 2401, procedures: ['none'], goals: ['card'] } },
  },
  'api/runs/[id]/events': {
    GET: { from: 'trainee', at: `/api/runs/${NONE}/events` },
    POST: { from: 'trainee', at: `/api/runs/${NONE}/events`, data: { events: [] } },
  },
  'api/runs/[id]/draft': { POST: { from: 'technician', at: `/api/runs/${NONE}/draft`, data: { procedure: 'none' } } },
  'api/runs/[id]/override': { POST: { from: 'trainee', at: `/api/runs/${NONE}/override`, data: {} } },
  'api/settings': {
    PUT: {
      from: 'owner',
      password: true,
      at: '/api/settings',
      data: { srsWaitSeconds: null, srsWaitSource: '', labourPerHourCents: 7200, currency: '€' },
    },
  },
  'api/setup': { POST: { from: 'nobody', at: '/api/setup', data: {} } },
  'api/sign-in': { POST: { from: 'nobody', at: '/api/sign-in', data: {} } },
  'api/sign-out': { POST: { from: 'nobody', at: '/api/sign-out', data: {} } },
  'api/search': { GET: { from: 'trainee', at: '/api/search?q=none' } },
  'api/stores/kits': { PUT: { from: 'technician', at: '/api/stores/kits', data: {} } },
  'api/stores/kits/[id]': { DELETE: { from: 'technician', at: `/api/stores/kits/${NONE}` } },
  'api/stores/kits/[id]/take': {
    POST: { from: 'technician', at: `/api/stores/kits/${NONE}/take`, data: { job: 999_999 } },
  },
  'api/stores/orders': { POST: { from: 'technician', at: '/api/stores/orders', data: {} } },
  'api/stores/orders/[id]': {
    PUT: { from: 'technician', at: `/api/stores/orders/${NONE}`, data: { state: 'confirmed' } },
  },
  'api/stores/orders/[id]/receive': {
    POST: { from: 'technician', at: `/api/stores/orders/${NONE}/receive`, data: { lines: [{ kind: 'x', count: 1 }] } },
  },
  'api/stores/photos/[kind]': {
    GET: { from: 'trainee', at: '/api/stores/photos/none' },
    PUT: { from: 'technician', at: '/api/stores/photos/none', data: 'no picture' },
  },
  'api/tools': {
    PUT: { from: 'technician', at: '/api/tools', data: { id: NONE, tool: 'drill', label: 'x', dueWhat: 'charge' } },
  },
  'api/tools/[id]': { DELETE: { from: 'technician', at: `/api/tools/${NONE}` } },
  'api/tools/[id]/holder': { PUT: { from: 'trainee', at: `/api/tools/${NONE}/holder`, data: { holder: null } } },
  'api/wires': { GET: { from: 'trainee', at: '/api/wires?q=none' } },
  'api/wires/list.csv': {
    GET: { from: 'trainee', at: '/api/wires/list.csv?q=none' },
    PUT: { from: 'technician', at: '/api/wires/list.csv', data: 'procedure\n' },
  },
  'api/speakers': {
    GET: { from: 'trainee', at: '/api/speakers' },
    PUT: { from: 'technician', at: '/api/speakers', data: { name: 'x' } },
  },
  'api/speakers/[name]': { DELETE: { from: 'technician', at: '/api/speakers/none' } },
  'api/speakers/list.csv': {
    GET: { from: 'trainee', at: '/api/speakers/list.csv' },
    PUT: { from: 'technician', at: '/api/speakers/list.csv', data: 'name\n' },
  },
  'api/stores/count': { POST: { from: 'technician', at: '/api/stores/count', data: { kind: 'x', count: -1 } } },
  'api/stores/items': { PUT: { from: 'technician', at: '/api/stores/items', data: { kind: '' } } },
  'api/stores/delivery.csv': { PUT: { from: 'technician', at: '/api/stores/delivery.csv', data: 'kind,count\n' } },
  'api/rehearsals': { POST: { from: 'trainee', at: '/api/rehearsals', data: {} } },
  'api/rehearsals/[id]': { POST: { from: 'trainee', at: `/api/rehearsals/${NONE}`, data: {} } },
  'api/rehearsal-tasks': {
    PUT: { from: 'lead', password: true, at: '/api/rehearsal-tasks', data: {} },
    DELETE: { from: 'lead', password: true, at: '/api/rehearsal-tasks', data: {} },
  },
  'api/stores/reorder.csv': { GET: { from: 'trainee', at: '/api/stores/reorder.csv' } },
  'api/stores': { POST: { from: 'technician', at: '/api/stores', data: { kind: 'tab', change: -9000 } } },
  'api/vehicles': { GET: { from: 'technician', at: '/api/vehicles?make=Velden&model=Kite' } },
  'service-worker.js': { GET: { from: 'nobody', at: '/service-worker.js' } },
  'trust/certificate': { GET: { from: 'nobody', at: '/trust/certificate' } },
};

/** Pages, with who sees them; everybody else is sent to sign in, or finds nothing there. */
export const PAGES: Record<string, { from: From; password?: true; at: string }> = {
  '(bay)/jobs/[number]/check-in': { from: 'trainee', at: '/jobs/2401/check-in' },
  '(bay)/procedures/[id]/record': { from: 'technician', at: '/procedures/kite-rear-door/record' },
  '(bay)/rehearse/[id]': { from: 'trainee', at: `/rehearse/${NONE}` },
  '(bay)/runs/[id]': { from: 'trainee', at: `/runs/${NONE}` },
  '(desk)': { from: 'trainee', at: '/' },
  '(desk)/bench': { from: 'trainee', at: '/bench' },
  '(desk)/customers': { from: 'owner', password: true, at: '/customers' },
  '(desk)/day': { from: 'trainee', at: '/day' },
  '(desk)/jobs/[number]': { from: 'trainee', at: '/jobs/2401' },
  '(desk)/jobs/[number]/quote': { from: 'trainee', at: '/jobs/2401/quote' },
  '(desk)/insights': { from: 'trainee', at: '/insights' },
  '(desk)/jobs/new': { from: 'trainee', at: '/jobs/new' },
  '(desk)/kit': { from: 'trainee', at: '/kit' },
  '(desk)/library': { from: 'trainee', at: '/library' },
  '(desk)/people': { from: 'owner', password: true, at: '/people' },
  '(desk)/plan': { from: 'trainee', at: '/plan?procedure=kite-rear-door' },
  '(desk)/procedures/[id]': { from: 'trainee', at: '/procedures/kite-rear-door' },
  '(desk)/procedures/[id]/edit': { from: 'technician', at: '/procedures/kite-rear-door/edit' },
  '(desk)/wires': { from: 'trainee', at: '/wires' },
  '(desk)/procedures/new': { from: 'trainee', at: '/procedures/new' },
  '(desk)/shorthand': { from: 'trainee', at: '/shorthand' },
  '(desk)/rehearse': { from: 'trainee', at: '/rehearse' },
  '(desk)/rehearse/begin': { from: 'trainee', at: '/rehearse/begin?procedure=kite-rear-door' },
  '(desk)/settings': { from: 'owner', password: true, at: '/settings' },
  '(desk)/stores': { from: 'trainee', at: '/stores' },
  offline: { from: 'nobody', at: '/offline' },
  setup: { from: 'nobody', at: '/setup' },
  'sign-in': { from: 'nobody', at: '/sign-in' },
  try: { from: 'nobody', at: '/try' },
  trust: { from: 'nobody', at: '/trust' },
};
