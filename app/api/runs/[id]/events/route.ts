/** The address that tablets with an older version open send to; they understand the answer. */
export { GET, POST } from '../../../logs/[id]/events/route';
