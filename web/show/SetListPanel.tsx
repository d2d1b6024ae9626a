import { ArrowDown, ArrowUp, Plus, X } from 'lucide-react';
import { useState } from 'react';
import type { Song } from '../api/types';
import type { RigWork } from '../rigs/useRig';
import { without } from '../model/without';
import { Select } from '../ui/Select';
import { useInAddress } from '../ui/useInAddress';
import { Field } from '../ui/Field';
import { Button } from '../ui/Button';
import { CheckedField, numberFrom } from '../ui/CheckedField';
import { lengthFrom, minutes } from './length';
import {
  addSetList,
  addSong,
  changeShow,
  changeSong,
  leaveOut,
  moveSong,
  order,
  putIn,
  showOf,
} from '../model/show';

/** Songs in the order in which they are played: moved, skipped and repeated without touching a rule. */
export function SetListPanel({ work, scenes }: { work: RigWork; scenes: readonly string[] }) {
  const show = showOf(work.rig);
  const songs = order(work.rig);
  const [chosen, choose] = useInAddress<string>('song', '');
  const [title, setTitle] = useState('');
  const [list, setList] = useState('');
  const song = show.songs.find((each) => each.id === chosen) ?? songs[0];
  const rest = show.songs.filter((each) => !songs.includes(each));

  return (
    <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <div className="flex flex-col gap-3">
        <div className="flex flex-wrap items-center gap-2">
          {show.setLists.length > 0 && (
            <Select
              label="Set list"
              className="w-48"
              value={show.loaded ?? show.setLists[0]?.name}
              onChange={(picked) => {
                const loaded = picked;
                work.change((rig) => changeShow(rig, (before) => ({ ...before, loaded })));
              }}
            >
              {show.setLists.map((each) => (
                <option key={each.name}>{each.name}</option>
              ))}
            </Select>
          )}
          <form
            className="flex gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (list.trim() !== '') {
                work.change((rig) => addSetList(rig, list.trim()));
                setList('');
              }
            }}
          >
            <Field
              label="Another set list"
              className="input-sm w-40"
              placeholder="another set list"
              value={list}
              onChange={setList}
            />
          </form>
        </div>
        <ol aria-label="Songs" className="flex flex-col gap-1">
          {songs.map((each, place) => (
            <li
              key={`${place} ${each.id}`}
              className={`flex items-center gap-2 rounded-field border-2 px-2 ${each.id === song?.id ? 'border-primary' : 'border-base-300'}`}
            >
              <span className="w-8 text-right font-mono text-2xl">{place + 1}</span>
              <button
                type="button"
                className="btn h-auto min-h-10 flex-1 flex-wrap justify-start gap-x-4 py-1 text-left text-lg btn-ghost"
                aria-pressed={each.id === song?.id}
                onClick={() => choose(each.id)}
              >
                {each.title}
                <span className="font-mono text-sm font-normal sm:ml-auto sm:text-base">
                  {each.tempo ?? '–'} · {each.key ?? '–'}
                  {each.lengthS === undefined ? '' : ` · ${minutes(each.lengthS)}`}
                </span>
              </button>
              <Button
                tone="quiet"
                iconOnly
                icon={<ArrowUp size={16} />}
                label={`Earlier: ${each.title}`}
                disabled={place === 0}
                onClick={() => work.change((rig) => moveSong(rig, place, -1))}
              />
              <Button
                tone="quiet"
                iconOnly
                icon={<ArrowDown size={16} />}
                label={`Later: ${each.title}`}
                disabled={place === songs.length - 1}
                onClick={() => work.change((rig) => moveSong(rig, place, 1))}
              />
              <Button
                tone="quiet"
                iconOnly
                icon={<X size={16} />}
                label={`Leave out: ${each.title}`}
                onClick={() => work.change((rig) => leaveOut(rig, place))}
              />
            </li>
          ))}
        </ol>
        {songs.length === 0 && <p>No song yet. Write its title, and it stands at the end of the list.</p>}
        <form
          className="flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (title.trim() !== '') {
              work.change((rig) => addSong(rig, title.trim()));
              setTitle('');
            }
          }}
        >
          <Field
            label="Title of a song"
            className="flex-1"
            placeholder="Title of a song"
            value={title}
            onChange={setTitle}
          />
          <button type="submit" className="btn btn-primary">
            <Plus size={16} /> Add
          </button>
        </form>
        {rest.length > 0 && (
          <p className="flex flex-wrap items-center gap-2 text-sm">
            Not in this list:
            {rest.map((each) => (
              <Button
                key={each.id}
                label={each.title}
                onClick={() => work.change((rig) => putIn(rig, each.id))}
              />
            ))}
          </p>
        )}
      </div>
      {song !== undefined && <SongDetails key={song.id} work={work} song={song} scenes={scenes} />}
    </div>
  );
}

function SongDetails({ work, song, scenes }: { work: RigWork; song: Song; scenes: readonly string[] }) {
  const edit = (change: (song: Song) => Song) => work.change((rig) => changeSong(rig, song.id, change));
  const text = (field: 'key' | 'notes', label: string) => (
    <Field
      label={label}
      isLabelShown
      fieldClassName="flex flex-col gap-1 text-sm"
      className="w-full"
      value={song[field] ?? ''}
      onChange={(typed) => {
        edit((before) => (typed === '' ? without(before, field) : { ...before, [field]: typed }));
      }}
    />
  );
  return (
    <section aria-label={song.title} className="flex flex-col gap-3">
      <CheckedField
        label="Title"
        className="input w-full text-lg"
        text={song.title}
        read={(typed) =>
          typed === '' ? { why: 'A song needs a title; it keeps the one it has.' } : { value: typed }
        }
        onKeep={(title) => edit((before) => ({ ...before, title }))}
      />
      <div className="grid grid-cols-2 gap-3">
        <div className="flex flex-col gap-1">
          <CheckedField
            label="Tempo"
            inputMode="decimal"
            text={song.tempo === undefined ? '' : String(song.tempo)}
            read={numberFrom(20, 400, 'beats a minute')}
            onKeep={(tempo) =>
              edit((before) => (tempo === null ? without(before, 'tempo') : { ...before, tempo }))
            }
          />
        </div>
        {text('key', 'Key')}
        <CheckedField
          label="Length, minutes and seconds"
          text={song.lengthS === undefined ? '' : minutes(song.lengthS)}
          read={lengthFrom}
          onKeep={(lengthS) =>
            edit((before) => (lengthS === null ? without(before, 'lengthS') : { ...before, lengthS }))
          }
        />
      </div>
      {text('notes', 'Notes')}
      <fieldset>
        <legend className="text-sm">Scenes, in the order in which they come</legend>
        <ol className="flex flex-wrap gap-2">
          {(song.scenes ?? []).map((scene, place) => (
            <li key={`${place} ${scene}`}>
              <Button
                icon={<X size={14} />}
                label={scene}
                title={`Take ${scene} out of this song`}
                onClick={() =>
                  edit((before) => ({
                    ...before,
                    scenes: (before.scenes ?? []).filter((_, index) => index !== place),
                  }))
                }
              />
            </li>
          ))}
        </ol>
        <Select
          label="Add a scene"
          className="mt-2 w-48"
          value=""
          onChange={(picked) => {
            const scene = picked;
            edit((before) => ({ ...before, scenes: [...(before.scenes ?? []), scene] }));
          }}
        >
          <option value="">add a scene</option>
          {scenes.map((scene) => (
            <option key={scene}>{scene}</option>
          ))}
        </Select>
      </fieldset>
      <label className="flex flex-col gap-1 text-sm">
        Jobs for hands, one on a line
        <textarea
          className="textarea w-full"
          rows={3}
          value={(song.jobs ?? []).join('\n')}
          onChange={(event) => {
            const jobs =
              event.target.value === '' ? [] : event.target.value.split('\n').map((job) => job || ' ');
            edit((before) => ({ ...before, jobs }));
          }}
        />
      </label>
    </section>
  );
}
