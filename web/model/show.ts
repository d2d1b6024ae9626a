import type { Rig, Show, Song } from '../api/types';

/** The show of a rig; one without songs yet is empty. */
export function showOf(rig: Rig): Required<Pick<Show, 'songs' | 'setLists'>> & Show {
  return { ...rig.show, songs: rig.show?.songs ?? [], setLists: rig.show?.setLists ?? [] };
}

export function changeShow(rig: Rig, edit: (show: ReturnType<typeof showOf>) => Show): Rig {
  return { ...rig, show: edit(showOf(rig)) };
}

/** The songs of the loaded set list in its order; without one all of them. */
export function order(rig: Rig): Song[] {
  const show = showOf(rig);
  const list = show.setLists.find((each) => each.name === show.loaded) ?? show.setLists[0];
  return list === undefined
    ? show.songs
    : (list.songs ?? []).flatMap((id) => show.songs.find((song) => song.id === id) ?? []);
}

export function addSong(rig: Rig, title: string): Rig {
  return changeShow(rig, (show) => {
    const base =
      title
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '') || 'song';
    const taken = new Set(show.songs.map((song) => song.id));
    let id = base;
    for (let count = 2; taken.has(id); count += 1) {
      id = `${base}-${count}`;
    }
    const lists = show.setLists.length === 0 ? [{ name: 'Set list', songs: [] }] : show.setLists;
    const loaded = show.loaded ?? lists[0]?.name ?? 'Set list';
    return {
      ...show,
      loaded,
      songs: [...show.songs, { id, title }],
      setLists: lists.map((list) =>
        list.name === loaded ? { ...list, songs: [...(list.songs ?? []), id] } : list,
      ),
    };
  });
}

export function changeSong(rig: Rig, id: string, edit: (song: Song) => Song): Rig {
  return changeShow(rig, (show) => ({
    ...show,
    songs: show.songs.map((song) => (song.id === id ? edit(song) : song)),
  }));
}

/** Moves a song of the loaded set list by some places. */
export function moveSong(rig: Rig, place: number, by: number): Rig {
  return changeList(rig, (songs) => {
    const next = [...songs];
    const [song] = next.splice(place, 1);
    if (song !== undefined) {
      next.splice(Math.max(0, Math.min(next.length, place + by)), 0, song);
    }
    return next;
  });
}

export function leaveOut(rig: Rig, place: number): Rig {
  return changeList(rig, (songs) => songs.filter((_, index) => index !== place));
}

export function putIn(rig: Rig, id: string): Rig {
  return changeList(rig, (songs) => [...songs, id]);
}

function changeList(rig: Rig, edit: (songs: readonly string[]) => string[]): Rig {
  return changeShow(rig, (show) => {
    const loaded = show.loaded ?? show.setLists[0]?.name;
    return {
      ...show,
      setLists: show.setLists.map((list) =>
        list.name === loaded ? { ...list, songs: edit(list.songs ?? []) } : list,
      ),
    };
  });
}

export function addSetList(rig: Rig, name: string): Rig {
  return changeShow(rig, (show) => ({
    ...show,
    loaded: name,
    setLists: [
      ...show.setLists.filter((list) => list.name !== name),
      { name, songs: show.songs.map((song) => song.id) },
    ],
  }));
}

/** Which song is played when a scene comes: the one that is played already if it has it, else the nearest one after it, else the first one. */
export function placeOf(songs: readonly Song[], place: number, scene: string): number {
  const has = (index: number) => songs[index]?.scenes?.includes(scene) === true;
  const places = [
    ...[...songs.keys()].filter((index) => index >= place),
    ...[...songs.keys()].filter((index) => index < place),
  ];
  return places.find(has) ?? place;
}
