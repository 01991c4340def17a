import { weatherServiceApi } from '@/server/api/openapi-weather';

export const dynamic = 'force-static';
export const GET = () => Response.json(weatherServiceApi);
