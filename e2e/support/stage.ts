import { test as plain } from '@playwright/test';
import type { ServerProcess } from '../../cli/serverProcess.ts';
import { type Model, playModel, setAround } from '../../cli/stage.ts';

/** What the journeys of one file are played on: a company of their own, that no other file has touched. */
interface Stage {
  address: string;
  /** of its database */
  url: string;
  weather: string;
  meter: string;
}

/** Sets the stage of a file when its first journey begins, and strikes it when another file's does. */
interface Stages {
  of(file: string): Promise<Stage>;
}

export const test = plain.extend<{ stage: Stage }, { stages: Stages }>({
  stages: [
    // biome-ignore lint/correctness/noEmptyPattern: what a fixture needs is read off this pattern, and this one needs nothing
    async ({}, use) => {
      const model = JSON.parse(process.env.STAGE_MODEL ?? 'null') as Model | null;
      if (model === null) throw new Error('Journeys need a stage; run them by ./pail test journeys');
      const around = await setAround();
      let standing: { file: string; server: ServerProcess; stage: Stage } | null = null;
      const of = async (file: string): Promise<Stage> => {
        if (standing?.file === file) return standing.stage;
        await standing?.server.stop();
        const { url, server } = await playModel(model, around);
        const stage = { address: server.address, url, weather: around.weather.address, meter: around.meter.address };
        standing = { file, server, stage };
        return stage;
      };
      await use({ of });
      await (standing as { server: ServerProcess } | null)?.server.stop();
      await around.strike();
    },
    { scope: 'worker' },
  ],
  stage: async ({ stages }, use, { file }) => use(await stages.of(file)),
  baseURL: async ({ stage }, use) => use(stage.address),
});

export { type Browser, type BrowserContext, expect, type Locator, type Page } from '@playwright/test';
