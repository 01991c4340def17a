/** The shape of a stop as a phone sends it. */
import Joi from 'joi';
import type { SentStop } from '@/core/stop/forms';
import { USES } from '@/core/trade/terms';

const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
const text = (most: number) => Joi.string().allow('').max(most).required();
/** A phone that believes it is another century still sends what it has. */
const phoneTime = Joi.number().min(0).max(8.64e15).required();
/** Of every form that a phone may still hold; what a newer one says besides is left out. */
export const doneStopShape = Joi.object<SentStop>({
  form: Joi.number().integer().min(1).optional(),
  sendKey: id,
  lawnId: id,
  truck: text(60),
  sentAt: phoneTime,
  arrivedAt: phoneTime,
  leftAt: phoneTime,
  zones: Joi.array()
    .items(
      Joi.object({
        zoneId: id,
        applicationId: id,
        startedAt: phoneTime,
        endedAt: phoneTime,
        products: Joi.array()
          .items(
            Joi.object({
              plannedProductId: id.allow(''),
              productId: id,
              use: Joi.valid(...USES).required(),
              targets: Joi.array().items(Joi.string().max(60)).max(40).required(),
              place: Joi.valid('zone', 'spots', 'strip').required(),
              ground: text(60),
              area: text(40),
              amount: text(40),
              amountUnit: text(10),
              lot: text(60),
              tank: Joi.number().integer().min(1).max(8).required(),
              labelVersion: Joi.number().integer().min(1).optional(),
            }).optional(),
          )
          .max(12)
          .required(),
        water: text(40),
        method: text(40),
        equipment: text(120),
        anyway: Joi.string().allow('').max(500).optional(),
      }).optional(),
    )
    .max(20)
    .required(),
  appliedBy: text(200),
  certifiedBy: text(200),
  wind: text(40),
  windFrom: text(10),
  air: text(40),
  seen: Joi.object({
    leafWet: Joi.boolean().allow(null).required(),
    bloom: Joi.boolean().allow(null).required(),
    green: text(40),
    soil: text(40),
  }).required(),
  place: Joi.object({
    latitude: Joi.number().min(-90).max(90).required(),
    longitude: Joi.number().min(-180).max(180).required(),
  })
    .allow(null)
    .required(),
  stages: Joi.array().items(Joi.string().max(80).optional()).max(80).required(),
  ticked: Joi.array().items(Joi.string().max(80).optional()).max(80).required(),
  extras: Joi.array()
    .items(Joi.object({ what: text(200), minutes: Joi.number().min(0).max(1440).required() }).optional())
    .max(20)
    .required(),
  told: text(4000),
  toldHow: text(40),
  signWords: text(4000),
  said: text(2000),
  notes: text(4000),
})
  .required()
  .prefs({ stripUnknown: { objects: true } });
