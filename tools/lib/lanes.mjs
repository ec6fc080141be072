/**
 * Carries tasks out on so many lanes, each once what it needs is done; what the longest rest hangs on goes first.
 * @param tasks name, names of what each needs, how long it should take, and what to do
 */
export async function inLanes(lanes, tasks) {
  const waiting = new Set(tasks);
  const done = new Set();
  const rest = (task) => task.ms + Math.max(0, ...tasks.filter(({ needs }) => needs.includes(task.name)).map(rest));
  const order = [...tasks].sort((a, b) => rest(b) - rest(a));
  let wake = [];
  const lane = async () => {
    while (waiting.size > 0) {
      const next = order.find((task) => waiting.has(task) && task.needs.every((name) => done.has(name)));
      if (next) {
        waiting.delete(next);
        await next.run();
        done.add(next.name);
        wake.splice(0).forEach((go) => go());
      } else await new Promise((go) => wake.push(go));
    }
  };
  await Promise.all(Array.from({ length: lanes }, lane));
}
