import { toJsonSchema } from '@valibot/to-json-schema';
import { PlanSchema } from '../class/index.ts';

/** The plan document's schema as JSON Schema; lengths of texts are in code points there too. */
export const planJsonSchema = () =>
  toJsonSchema(PlanSchema, {
    errorMode: 'ignore',
    overrideAction: ({ valibotAction, jsonSchema }) =>
      'maxCodePoints' in valibotAction
        ? { ...jsonSchema, maxLength: valibotAction.maxCodePoints as number }
        : undefined,
  });
