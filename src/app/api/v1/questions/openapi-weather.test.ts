/** The description of the weather service is valid OpenAPI 3.1 (by a validator from the registry), and the simulator keeps to it. */
import { Validator } from '@seriousme/openapi-schema-validator';
import { Ajv2020 } from 'ajv/dist/2020';
import type { AddressInfo } from 'node:net';
import { weatherSimulator } from '@/devices/weather/simulator';
import { weatherServiceApi } from './openapi-weather';

test('it is valid', async () => {
  const document = JSON.parse(JSON.stringify(weatherServiceApi)) as Record<string, unknown>;
  const { valid, errors } = await new Validator().validate(document);
  expect([valid, errors ?? []]).toEqual([true, []]);
});

describe('the simulator', () => {
  const server = weatherSimulator();
  beforeAll(() => new Promise<void>((ok) => server.listen(0, '127.0.0.1', ok)));
  afterAll(() => new Promise((ok) => server.close(ok)));
  const ajv = new Ajv2020({ strict: false });
  test.each([
    ['/v1/stations/{station}/observed', 'from=2027-03-01&to=2027-03-04', 72],
    ['/v1/stations/{station}/forecast', 'issued=2027-03-18', 240],
  ] as const)('answers %s as described', async (path, query, hours) => {
    const { port } = server.address() as AddressInfo;
    const answer = await fetch(`http://127.0.0.1:${port}${path.replace('{station}', 'tessaby')}?${query}`);
    const body = (await answer.json()) as Record<string, number[]>;
    const { schema } = weatherServiceApi.paths[path].get.responses['200'].content['application/json'];
    expect(ajv.validate(schema, body)).toBe(true);
    expect(Object.values(body).every((column) => column.length === hours)).toBe(true);
    expect(ajv.validate(schema, { ...body, wind: undefined })).toBe(false);
  });
});
