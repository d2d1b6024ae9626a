import { backOffMs } from '../api/backOff';
import type { LiveMessage, LivePicture } from '../api/types';
import { pictured, type Pictured } from './pictured';

type Watcher = (picture: LivePicture | null) => void;

/** The pictures of a show that come to this page: one WebSocket, however many parts of the page look. */
class Pictures {
  private readonly watchers = new Set<Watcher>();
  private socket: WebSocket | null = null;
  private known: Pictured | null = null;
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly rig: string) {}

  watch(watcher: Watcher): () => void {
    this.watchers.add(watcher);
    if (this.watchers.size === 1) {
      this.open();
    } else if (this.known !== null) {
      watcher(this.known.picture);
    }
    return () => {
      this.watchers.delete(watcher);
      if (this.watchers.size === 0) {
        this.close();
      }
    };
  }

  private open(): void {
    const { protocol, host } = window.location;
    const socket = new WebSocket(
      `${protocol === 'https:' ? 'wss:' : 'ws:'}//${host}/api/rigs/${this.rig}/live/pictures`,
    );
    this.socket = socket;
    socket.addEventListener('message', (event: MessageEvent<string>) => {
      this.known = pictured(this.known, JSON.parse(event.data) as LiveMessage);
      this.failures = 0;
      if (this.known === null) {
        socket.close();
      } else {
        this.tell(this.known.picture);
      }
    });
    socket.addEventListener('close', () => {
      if (socket === this.socket) {
        this.known = null;
        this.tell(null);
        this.timer = setTimeout(() => this.open(), backOffMs((this.failures += 1)));
      }
    });
  }

  private close(): void {
    clearTimeout(this.timer);
    const { socket } = this;
    this.socket = null;
    this.known = null;
    socket?.close();
  }

  private tell(picture: LivePicture | null): void {
    for (const watcher of this.watchers) {
      watcher(picture);
    }
  }
}

const shown = new Map<string, Pictures>();

/** Tells each picture of a show that plays, until what is answered is called; null while none comes. */
export function watchPictures(rig: string, watcher: Watcher): () => void {
  const pictures = shown.get(rig) ?? new Pictures(rig);
  shown.set(rig, pictures);
  return pictures.watch(watcher);
}
