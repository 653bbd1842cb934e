import Joi from 'joi';
import { invalid } from '../../core/errors';
import { ARCHIVE_FORMAT, type ArchiveItem, type Manifest, type Provenance } from '../../core/exchange';
import { ownKindSchema } from './forms';

const hash = Joi.string().pattern(/^[0-9a-f]{64}$/);
const words = Joi.string().max(200);

const provenance = Joi.object<Provenance>({
  shop: words.allow('').required(),
  revision: Joi.number().integer().min(1).allow(null).required(),
  verified: Joi.array()
    .items(Joi.object({ vehicle: words.required(), times: Joi.number().integer().min(1).required() }))
    .max(200)
    .required(),
}).required();

const item = Joi.object<ArchiveItem>({
  id: words.required(),
  title: Joi.string().max(400).required(),
  folder: Joi.string()
    .max(200)
    .pattern(/^procedures\/[^/\\]+$/)
    .required(),
  provenance,
  history: Joi.array().items(hash).max(10_000).required(),
  sha256: hash.required(),
  photos: Joi.array().items(Joi.string().guid()).max(500).required(),
});

const manifest = Joi.object<Manifest>({
  format: Joi.valid(ARCHIVE_FORMAT).required(),
  shop: words.allow('').required(),
  items: Joi.array().items(item).max(50_000).unique('id').required(),
  kinds: Joi.array().items(ownKindSchema).max(100).unique('code').required(),
  files: Joi.object().pattern(Joi.string().max(300), hash).required(),
});

/** Reads what an archive says it holds. Throws `invalid`: no archive of procedures, or one that a newer program wrote. */
export function readManifest(text: string): Manifest {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw notOurs('its manifest.json cannot be read');
  }
  const format = (value as { format?: unknown } | null)?.format;
  const version = typeof format === 'string' ? /^pezzo-archive\/(\d+)$/.exec(format)?.[1] : undefined;
  if (version && `pezzo-archive/${version}` !== ARCHIVE_FORMAT)
    throw invalid(
      'archive-newer',
      `This archive was written by a newer version of Pezzo (archive format ${version}). Update this one, then import it.`,
    );
  const { error, value: read } = manifest.validate(value);
  if (error) throw notOurs(error.message);
  return read as Manifest;
}

const notOurs = (why: string) =>
  invalid('not-an-archive', `This is no archive of procedures: ${why}. Nothing was taken in.`);
