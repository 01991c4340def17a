import { openApi } from '@/server/api/openapi';

export const dynamic = 'force-static';
export const GET = () => Response.json(openApi);
