import net from 'node:net';

const HEAD_END = '\r\n\r\n';

/**
 * One connection to a server, kept open as a page keeps it, that asks and counts what comes back and does no more:
 * Node's own client takes as long for a small read as the server does, and that would be told as the server's.
 */
export class Wire {
  private readonly socket: net.Socket;
  /** Bytes of the reply still to come; null until its head is read. */
  private left: number | null = null;
  private status = 0;
  private settle: { resolve: (status: number) => void; reject: (error: Error) => void } | null = null;

  constructor(
    private readonly base: string,
    private readonly cookie: string,
  ) {
    const { hostname, port } = new URL(base);
    this.socket = net.connect({ host: hostname, port: Number(port), noDelay: true });
    this.socket.on('data', (chunk) => this.take(chunk));
    this.socket.on('error', (error) => this.settle?.reject(error));
    this.socket.on('close', () => this.settle?.reject(new Error('the server ended the connection')));
  }

  /**
   * Reads an address and throws its body away.
   * @returns the status, once all of the body is there
   * @throws where a reply does not say how long it is, or the connection ends
   */
  read(address: string): Promise<number> {
    return new Promise((resolve, reject) => {
      this.settle = { resolve, reject };
      this.left = null;
      this.socket.write(
        `GET ${address} HTTP/1.1\r\nHost: ${new URL(this.base).host}\r\nCookie: ${this.cookie}${HEAD_END}`,
      );
    });
  }

  close(): void {
    this.settle = null;
    this.socket.destroy();
  }

  private take(chunk: Buffer): void {
    if (this.left === null) {
      const head = chunk.toString('latin1', 0, chunk.indexOf(HEAD_END));
      const length = /^content-length: (\d+)$/im.exec(head)?.[1];
      if (length === undefined) return this.settle?.reject(new Error(`no length told: ${head.split('\r\n')[0]}`));
      this.status = Number(head.slice('HTTP/1.1 '.length, 'HTTP/1.1 200'.length));
      this.left = Number(length) + head.length + HEAD_END.length;
    }
    this.left -= chunk.length;
    if (this.left <= 0) this.settle?.resolve(this.status);
  }
}
