<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** A table as it was read. */
final readonly class ReadTable
{
    /**
     * @param list<array<string, mixed>> $parameters as JSON of a chart has them
     * @param list<RowReport> $rows every row but headings and empty ones
     * @param array<string, int> $columns from 0, by what they hold
     */
    public function __construct(public array $parameters, public array $rows, public array $columns)
    {
    }

    /** @return list<RowReport> rows that were left out, or of which something has to be said */
    public function named(): array
    {
        return array_values(array_filter($this->rows, static fn (RowReport $row): bool => null !== $row->problem));
    }

    public function isWhole(): bool
    {
        return [] === array_filter($this->rows, static fn (RowReport $row): bool => !$row->isTaken);
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
