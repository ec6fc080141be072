import { wait } from './client.mjs';

/** Kills server and database in turn, and starts each again as `npm start` does. */
export async function killAgainAndAgain(app, kills) {
  app.calm = false;
  for (let i = 0; i < kills; i++) {
    await wait(1000 + 1000 * Math.random());
    if (i % 2 === 0) {
      app.watch.expected = true;
      app.server.child.kill('SIGKILL');
      await app.server.ended;
      app.server = await app.serveOn();
      app.watch.expected = false;
      app.watch.follow();
    } else {
      app.cluster.kill();
      app.cluster.startAgain();
    }
  }
  await wait(3000);
  app.calm = true;
}
