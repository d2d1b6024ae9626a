<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

/** A random table of parameters in the manner of some person, and what that person meant by it. */
final readonly class AnyTable
{
    private const HEADINGS = [
        'en' => [
            'name' => ['Parameter', 'Name', 'Function'],
            'cc' => ['CC', 'CC#', 'Controller', 'MIDI CC', 'Control Change'],
            'range' => ['Range', 'Values', 'Value range'],
            'min' => ['Min', 'From'],
            'max' => ['Max', 'To'],
            'rest' => ['Default'],
            'remark' => ['Notes', 'Comment'],
            'kind' => ['Type', 'Kind'],
            'group' => ['Section', 'Page'],
            'to' => ' to ',
        ],
        'de' => [
            'name' => ['Bezeichnung', 'Funktion', 'Parameter'],
            'cc' => ['CC', 'Controllernummer', 'CC-Nr.'],
            'range' => ['Bereich', 'Wertebereich', 'Werte'],
            'min' => ['Min.', 'von'],
            'max' => ['Max.', 'bis'],
            'rest' => ['Standard', 'Vorgabe'],
            'remark' => ['Bemerkung', 'Hinweise'],
            'kind' => ['Typ', 'Art'],
            'group' => ['Gruppe', 'Seite'],
            'to' => ' bis ',
        ],
        'fr' => [
            'name' => ['Nom', 'Paramètre', 'Fonction'],
            'cc' => ['CC', 'Contrôleur', 'N° CC'],
            'range' => ['Plage', 'Valeurs'],
            'min' => ['Min'],
            'max' => ['Max'],
            'rest' => ['Défaut', 'Par défaut'],
            'remark' => ['Remarques', 'Commentaire'],
            'kind' => ['Type'],
            'group' => ['Groupe'],
            'to' => ' à ',
        ],
        'es' => [
            'name' => ['Nombre', 'Parámetro', 'Función'],
            'cc' => ['CC', 'Controlador', 'Número de CC'],
            'range' => ['Rango', 'Valores'],
            'min' => ['Mínimo', 'Desde'],
            'max' => ['Máximo', 'Hasta'],
            'rest' => ['Por defecto'],
            'remark' => ['Observaciones', 'Notas'],
            'kind' => ['Tipo'],
            'group' => ['Grupo'],
            'to' => '-',
        ],
    ];

    public function __construct(private \Random\Randomizer $random)
    {
    }

    /**
     * @return array{string, array<string, array{kind: string, number: int|null, channel: int|null, raw: array{int, int},
     *     named: list<array{int, int, string}>}>} the table, and what each name means
     */
    public function make(): array
    {
        $words = self::HEADINGS[(string) $this->one(array_keys(self::HEADINGS))];
        $isMixed = $this->chance(3);
        $has = [
            'row' => $this->chance(2),
            'kind' => $isMixed,
            'group' => $this->chance(4),
            'rest' => $this->chance(4),
            'remark' => $this->chance(3),
            'ends' => $this->chance(4),
            'noRange' => $this->chance(6),
        ];
        $numbers = (string) ($isMixed ? 'plain' : $this->one(['plain', 'plain', 'word', 'hash', 'hexHeading', 'suffix', 'both', 'letters']));
        $to = (string) $this->one(['-', '..', ' - ', '–', '…', $words['to']]);
        $rows = $meant = [];
        $number = $this->random->getInt(8, 20);
        for ($row = 1; $row <= $this->random->getInt(4, 20); ++$row) {
            $number = 1 === $row && 'letters' === $numbers ? 0x1A : $number + $this->random->getInt(1, 4); // without any letter nobody could tell
            $name = $this->name($row);
            [$kind, $cell, $kindWord] = $isMixed ? $this->mixed($number) : ['cc', self::number($numbers, $number), ''];
            $channel = !$isMixed && 'plain' === $numbers && $this->chance(9) ? $this->random->getInt(1, 16) : null;
            $cell .= null === $channel ? '' : (string) $this->one([" (ch {$channel})", " [Ch. {$channel}]", ", channel {$channel}"]);
            $whole = 'cc' === $kind ? [0, 127] : ('bend' === $kind ? [-8192, 8191] : ('pressure' === $kind ? [0, 127] : [0, 16383]));
            [$raw, $values, $named] = $this->values($whole, $to, $has['ends']);
            $cells = [
                ...$has['row'] ? ['row' => (string) $row] : [],
                'name' => $name,
                ...$has['kind'] ? ['kind' => $kindWord] : [],
                'cc' => $cell,
                ...$has['noRange'] ? [] : ($has['ends'] ? ['min' => (string) $raw[0], 'max' => (string) $raw[1]] : ['range' => $values]),
                ...$has['group'] ? ['group' => "Page {$this->random->getInt(1, 2)}"] : [],
                ...$has['rest'] ? ['rest' => $this->chance(2) ? '' : (string) $raw[0]] : [],
                ...$has['remark'] ? ['remark' => $this->chance(2) ? '' : 'see page 12'] : [],
            ];
            $rows[] = $cells;
            $meant[$name] = [
                'kind' => $kind,
                'number' => \in_array($kind, ['bend', 'pressure'], true) ? null : $number,
                'channel' => $channel,
                'raw' => $has['noRange'] ? $whole : $raw,
                'named' => $has['noRange'] || $has['ends'] ? [] : $named,
            ];
        }

        return [$this->written($rows, $words, $numbers), $meant];
    }

    private static function number(string $style, int $number): string
    {
        return match ($style) {
            'word' => "CC {$number}",
            'hash' => "#{$number}",
            'hexHeading' => \sprintf('%X', $number),
            'letters' => \sprintf('%02X', $number),
            'suffix' => \sprintf('%02Xh', $number),
            'both' => \sprintf('%d (%02Xh)', $number, $number),
            default => (string) $number,
        };
    }

    /** @return array{string, string, string} kind, what stands in the column of numbers, and in that of kinds */
    private function mixed(int $number): array
    {
        return match ($this->random->getInt(0, 5)) {
            0 => ['nrpn', (string) $number, 'NRPN'],
            1 => ['nrpn', '0:'.$number, 'NRPN'],
            2 => ['bend', '', (string) $this->one(['Pitch bend', 'Pitchbend'])],
            3 => ['pressure', '', (string) $this->one(['Aftertouch', 'Channel pressure'])],
            default => ['cc', (string) $number, (string) $this->one(['CC', 'Control Change', 'cc'])],
        };
    }

    /**
     * @param array{int, int} $whole
     *
     * @return array{array{int, int}, string, list<array{int, int, string}>} raw range, what stands there, and named values
     */
    private function values(array $whole, string $to, bool $isEnds): array
    {
        $raw = 0 === $whole[0] && $this->chance(3) ? [0, $this->random->getInt(10, $whole[1])] : $whole;
        $between = $raw[0] < 0 ? "{$raw[0]} .. {$raw[1]}" : "{$raw[0]}{$to}{$raw[1]}";
        if ($isEnds || 127 !== $whole[1] || !$this->chance(2)) {
            return [$raw, $between, []];
        }

        return match ($this->random->getInt(0, 6)) {
            0 => [
                [0, 1],
                (string) $this->one([
                    '0=Left 1=Right',
                    '0 = Left, 1 = Right',
                    '0: Left / 1: Right',
                    'Left (0), Right (1)',
                    'Left=0; Right=1',
                    '0 Left, 1 Right',
                ]),
                [[0, 0, 'Left'], [1, 1, 'Right']],
            ],
            1 => [
                [0, 127],
                (string) $this->one([
                    '0-63 = Tape, 64-127 = Plate',
                    '0-63: Tape; 64-127: Plate',
                    '0-63 Tape, 64-127 Plate',
                    '0..63 = Tape | 64..127 = Plate',
                ]),
                [[0, 63, 'Tape'], [64, 127, 'Plate']],
            ],
            2 => [[0, 127], (string) $this->one(['off/on', 'Off / On', 'OFF-ON']), [[0, 63, 'Off'], [64, 127, 'On']]],
            3 => [$raw, "{$between} (64 = centre)", []],
            4 => [$raw, "{$between} (slow at the low end)", []],
            5 => [$raw, "{$between}, careful", []],
            default => [$raw, "{$between}*", []],
        };
    }

    /**
     * @param list<array<string, string>> $rows
     * @param array<string, mixed> $words
     */
    private function written(array $rows, array $words, string $numbers): string
    {
        $delimiter = (string) $this->one(["\t", "\t", ';', '|', ',']);
        $headings = [];
        foreach (array_keys($rows[0]) as $what) {
            $known = $words[$what] ?? ['#', 'No', 'Nr.', 'Nº', ''];
            $heading = \is_array($known) ? $this->one(array_filter($known, \is_string(...))) : '';
            $headings[] = 'cc' === $what && 'hexHeading' === $numbers ? "{$heading} (hex)" : $heading;
        }
        $quote = static fn (string $cell): string => ',' === $delimiter || 1 === preg_match('/["\n'.preg_quote($delimiter, '/').']/', $cell)
            ? '"'.str_replace('"', '""', $cell).'"'
            : $cell;
        $lines = [];
        foreach ([$headings, ...array_map(array_values(...), $rows)] as $cells) {
            $lines[] =
                '|' === $delimiter
                    ? '| '.implode(' | ', array_map(static fn (string $cell): string => str_replace('|', '/', $cell), $cells)).' |'
                    : implode($delimiter, array_map($quote, $cells));
        }
        $text = implode((string) $this->one(["\n", "\r\n"]), $lines)."\n";

        return match ($this->random->getInt(0, 5)) {
            0 => mb_convert_encoding($text, 'Windows-1252', 'UTF-8'),
            1 => "\xFF\xFE".mb_convert_encoding($text, 'UTF-16LE', 'UTF-8'),
            2 => "\u{FEFF}{$text}",
            default => $text,
        };
    }

    private function name(int $row): string
    {
        return $this->one(['Mix', 'Füllung', 'Réglage', 'Año', 'Level', 'Depth A', 'Osc 2 fine', 'Größe']).
            ' '.
            $this->one(['one', 'two', 'höher', 'bas']).
            " {$row}x";
    }

    /**
     * @template T
     *
     * @param array<T> $choices
     *
     * @return T
     */
    private function one(array $choices): mixed
    {
        return array_values($choices)[$this->random->getInt(0, \count($choices) - 1)];
    }

    private function chance(int $of): bool
    {
        return 1 === $this->random->getInt(1, $of);
    }
}
