/** How many orders a sorted list has in which some are the same. */
export function orderCount(sorted: readonly number[]): number {
  let [count, same] = [1, 1];
  for (let i = 1; i < sorted.length; i++) {
    same = sorted[i] === sorted[i - 1] ? same + 1 : 1;
    count = (count * (i + 1)) / same;
  }
  return count;
}

/** Every order of a sorted list in which some are the same, once each. */
export function orders(sorted: readonly number[], each: (order: readonly number[]) => void): void {
  const order = [...sorted];
  for (;;) {
    each(order);
    let i = order.length - 2;
    while (i >= 0 && order[i]! >= order[i + 1]!) i--;
    if (i < 0) return;
    let j = order.length - 1;
    while (order[j]! <= order[i]!) j--;
    [order[i], order[j]] = [order[j]!, order[i]!];
    for (let a = i + 1, b = order.length - 1; a < b; a++, b--) [order[a], order[b]] = [order[b]!, order[a]!];
  }
}
