import { weatherSimulator } from '@/devices/weather/simulator';

const port = Number(process.argv[2] ?? '4010');
weatherSimulator().listen(port, '127.0.0.1', () =>
  console.log(`Simulated weather service on http://127.0.0.1:${port}`),
);
