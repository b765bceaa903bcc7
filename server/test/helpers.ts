import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { randomUUID } from 'node:crypto';
import { splitPlanFile, type CarDoc, type PlanDoc } from '@puddler/contract';
import request from 'supertest';
import { serve, type Running } from '../src/serve';
import { plainPlan } from '../../core/test/helpers';

export const { car: CAR, plan: PLAN } = splitPlanFile(plainPlan());

export function newFolder(): string {
  return mkdtempSync(path.join(tmpdir(), 'puddler-test-'));
}

/** The real server on a free port with a database of its own. */
export function startServer(dataFolder = newFolder()): Promise<Running> {
  return serve({
    port: 0,
    dataFolder,
    databaseUrl: `file:${path.join(dataFolder, 'puddler.db')}`,
    migrationsFolder: path.join(__dirname, '../migrations'),
    pageFolder: path.join(__dirname, 'page'),
    logLevel: 'silent',
  });
}

/** A client and the few calls that most tests begin with. */
export function clientOf(running: Running) {
  const http = request(running.server);
  return {
    http,
    async addCar(car = CAR): Promise<CarDoc> {
      const response = await http.put(`/api/cars/${randomUUID()}`).send({ base: 0, car });
      expect(response.status).toBe(200);
      return response.body as CarDoc;
    },
    async addPlan(carId: string, plan = PLAN): Promise<PlanDoc> {
      const response = await http.put(`/api/plans/${randomUUID()}`).send({ base: 0, carId, plan });
      expect(response.status).toBe(200);
      return response.body as PlanDoc;
    },
  };
}
