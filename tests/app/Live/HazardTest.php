<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use App\Live\CommandSocket;
use App\Live\HostFolder;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Tests\Core\Rig\Kit;

/** A flame behind two boxes that pass everything on: what its port gives away, in every condition of a host. */
final class HazardTest extends TestCase
{
    private const RULES = <<<'BOOK'
        port keys in
        port chain out
        port free out
        rule "late"
          take note key 100..127
          delay 900ms
          send chain channel 5
        rule "all"
          take any
          send chain, free
        BOOK;

    private ?LiveProcess $live = null;

    protected function tearDown(): void
    {
        $this->live?->remove();
    }

    public function testItGetsNoByteBeforeItIsArmedNorAfterARestart(): void
    {
        $live = $this->live = new LiveProcess('rig.json', self::rig(), ['keys'], ['chain', 'free']);
        $live->start(['--record', $live->path('recording.tape')]);
        $live->send('keys', "\x94\x3C\x64\xB4\x07\x10\xF8\xF0\x01\xF7\x90\x3D\x64\xC4\x02");
        $live->until(static fn (): bool => str_ends_with($live->got['free'], "\xC4\x02"), 2.0);
        self::assertSame('903d64', bin2hex($live->got['chain']), 'only what it does not hear');
        self::assertSame(0, $live->tell('panic'));
        $live->hear(0.3);
        self::assertStringNotContainsString("\x84", $live->got['chain']);
        self::assertStringNotContainsString("\xB4", $live->got['chain']);

        self::assertSame(2, $live->tell('arm flame'), 'not without the caution');
        self::assertSame('ok', CommandSocket::tell(HostFolder::placeOf($live->path('state')), 'arm flame'));
        $live->send('keys', "\x94\x3E\x64");
        $live->until(static fn (): bool => str_contains($live->got['chain'], "\x94\x3E\x64"), 2.0);

        // Delayed while it was armed, due after the restart.
        $live->send('keys', "\x90\x64\x64\x80\x64\x40\x94\x3F\x64");
        $live->until(static fn (): bool => str_contains($live->got['chain'], "\x94\x3F\x64"), 2.0);
        $live->signalPlayer(\SIGKILL);
        $live->until(static fn (): bool => 2 === substr_count($live->said, "playing\n"), 5.0);
        $from = \strlen($live->got['chain']);
        $live->send('keys', "\x94\x40\x64\x91\x40\x64");
        $live->until(static fn (): bool => str_contains($live->got['chain'], "\x91\x40\x64"), 2.0);
        $live->hear(1.2);
        $after = substr($live->got['chain'], $from);
        self::assertStringNotContainsString("\x94", $after, 'a restart comes up unarmed, and nothing that waited gets there');
        self::assertStringNotContainsString("\x84", $after);
        self::assertStringContainsString("\x94\x40\x64", $live->got['free']);
        self::assertSame(0, $live->stop());
        self::assertMatchesRegularExpression('/^\S+ !kept-back chain \d+ unarmed 94 3C 64$/m', $live->recording());
    }

    private static function rig(): string
    {
        $hub = [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')],
            'routes' => [['id' => 'all', 'from' => ['in'], 'to' => ['out'], 'kind' => 'message']],
        ];
        $flame = [
            'schema' => 1,
            'name' => 'Flame',
            'sort' => 'other',
            'hazards' => ['flame'],
            'plugs' => [Kit::din('in', 'in')],
            'hears' => [['id' => 'main', 'at' => ['in'], 'channel' => 5]],
        ];

        return json_encode(
            [
                'schema' => 1,
                'name' => 'Trial',
                'charts' => ['hub' => ['revision' => 1, 'chart' => $hub], 'flame' => ['revision' => 1, 'chart' => $flame]],
                'units' => array_map(
                    static fn (string $name): array => ['name' => $name, 'chart' => ['id' => rtrim($name, '12'), 'revision' => 1]],
                    ['hub1', 'hub2', 'flame'],
                ),
                'leads' => [Kit::lead('a', 'post chain', 'hub1 in'), Kit::lead('b', 'hub1 out', 'hub2 in'), Kit::lead('c', 'hub2 out', 'flame in')],
                'rulebook' => self::RULES,
            ],
            \JSON_THROW_ON_ERROR,
        );
    }
}
