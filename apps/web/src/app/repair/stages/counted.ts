/** "3 marks", "1 mark", "no marks". */
export function counted(count: number, name: string, plural = `${name}s`): string {
  return `${count === 0 ? 'no' : count} ${count === 1 ? name : plural}`;
}
