import { soilSimulator } from '@/devices/soil/simulator';
import { weatherSimulator } from '@/devices/weather/simulator';

const [weather = 4010, soil = 4011] = process.argv.slice(2).map(Number);
weatherSimulator().listen(weather, '127.0.0.1', () =>
  console.log(`Simulated weather service on http://127.0.0.1:${weather}`),
);
soilSimulator().listen(soil, '127.0.0.1', () =>
  console.log(`Simulated soil station on http://127.0.0.1:${soil}`),
);
