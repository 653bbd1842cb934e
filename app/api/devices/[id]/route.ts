import Joi from 'joi';
import { invalid } from '@/core/errors';
import { shutOutDevice } from '@/services';
import { answerPerson } from '../../respond';

/** Shuts a tablet out. */
export const DELETE = (_request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) => {
    const { error, value } = Joi.string()
      .guid()
      .required()
      .validate((await params).id);
    if (error) throw invalid('device-address', 'The address of this tablet is not valid.');
    return shutOutDevice(person, value);
  });
