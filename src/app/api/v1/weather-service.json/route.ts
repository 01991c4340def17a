import { weatherServiceApi } from '@/app/api/v1/questions/openapi-weather';

export const dynamic = 'force-static';
export const GET = () => Response.json(weatherServiceApi);
