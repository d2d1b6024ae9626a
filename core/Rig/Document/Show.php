<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Text;

/** What makes a rig a show: its songs, the set lists, and the one that is loaded. */
final readonly class Show
{
    /**
     * @param list<Song> $songs
     * @param list<SetList> $setLists
     * @param string|null $loaded the name of a set list; without one the first
     * @param list<string> $columns units in the order of the program sheet
     * @param ControlName|null $mark the control that says that something was wrong
     */
    public function __construct(
        #[ListOf(new Of(Song::class), 500)]
        public array $songs = [],
        #[ListOf(new Of(SetList::class), 100)]
        public array $setLists = [],
        #[Text]
        public ?string $loaded = null,
        #[ListOf(new Text(), 500)]
        public array $columns = [],
        #[Of(ControlName::class)]
        public ?ControlName $mark = null,
    ) {
    }

    public function song(string $id): ?Song
    {
        foreach ($this->songs as $song) {
            if ($song->id === $id) {
                return $song;
            }
        }

        return null;
    }

    /** @return list<Song> those of the loaded set list in its order; without a set list all */
    public function order(): array
    {
        foreach ($this->setLists as $list) {
            if ($list->name === ($this->loaded ?? $this->setLists[0]->name)) {
                return array_values(array_filter(array_map($this->song(...), $list->songs)));
            }
        }

        return $this->songs;
    }
}
