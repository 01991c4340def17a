import { openApi } from '@/app/api/v1/questions/openapi';

export const dynamic = 'force-static';
export const GET = () => Response.json(openApi);
