<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** A table as it was read. */
final readonly class ReadTable
{
    /**
     * @param list<array<string, mixed>> $parameters as JSON of a chart has them
     * @param list<ReadRow> $rows every row but headings and empty ones
     * @param list<ReadColumn> $columns
     * @param list<string> $notes what is to be known of the table as a whole
     */
    public function __construct(public array $parameters, public array $rows, public array $columns, public array $notes = [])
    {
    }

    /** @return list<ReadRow> rows of one group */
    public function of(RowGroup $group): array
    {
        return array_values(array_filter($this->rows, static fn (ReadRow $row): bool => $group === $row->group));
    }

    /** @return list<ReadRow> rows that were left out, or of which something has to be said */
    public function named(): array
    {
        return array_values(array_filter($this->rows, static fn (ReadRow $row): bool => RowGroup::Taken !== $row->group));
    }

    public function isWhole(): bool
    {
        return [] === $this->of(RowGroup::NotTaken);
    }

    /**
     * A chart that can be used at once. What the table does not say stays unknown.
     *
     * @return array<string, mixed>
     */
    public function chart(string $name): array
    {
        return [
            'schema' => 1, 'name' => $name, 'sort' => 'other',
            'settings' => [['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16]]],
            'plugs' => [['id' => 'in', 'label' => 'MIDI in', 'connector' => 'any', 'uses' => [['way' => 'in', 'carries' => 'midi']]]],
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel']]],
            'parameters' => $this->parameters,
        ];
    }
}
