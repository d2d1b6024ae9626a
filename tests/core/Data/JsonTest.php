<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Data;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;

final class JsonTest extends TestCase
{
    public function testWhatIsReadAndWrittenAgainIsTheSame(): void
    {
        $random = new Randomizer(new Mt19937(1217));
        for ($case = Cases::number(300); $case > 0; --$case) {
            $json = new \stdClass();
            for ($i = $random->getInt(0, 4); $i > 0; --$i) {
                $json->{self::key($random)} = self::made($random, 4);
            }
            $text = json_encode($json, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION);
            $again = json_encode(json_decode(Json::encode((object) Json::members($text))), \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION);
            self::assertSame($text, $again);
        }
    }

    public function testWhatIsNoObjectHasNoMembers(): void
    {
        foreach (['[]', '[1]', '3', '"a"', 'null', '{'] as $text) {
            try {
                Json::members($text);
                self::fail($text);
            } catch (BadData $bad) {
                self::assertNotSame('', $bad->getMessage());
            }
        }
    }

    /** Switches are often called 0 to 9; names that count from 0 are names all the same. */
    public function testNamesMayCountFrom0(): void
    {
        $rig = RigFile::rig(NumberedRig::json());
        self::assertSame(['0', '1'], array_map(strval(...), array_keys($rig->units[0]->measured ?? [])));
        self::assertSame(NumberedRig::json(), Json::write($rig));
    }

    public function testAListIsNoObjectWithNames(): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessage('measured: expected an object, found a list');
        RigFile::rig(str_replace('"measured": {', '"measured": [1], "labels": {', NumberedRig::json()));
    }

    private static function made(Randomizer $random, int $depth): mixed
    {
        $sort = $random->getInt(0, $depth > 0 ? 6 : 4);
        if ($sort < 5) {
            return [true, null, $random->getInt(-9, 9), 2.0, self::key($random)][$sort];
        }
        $members = [];
        for ($i = $random->getInt(0, 3); $i > 0; --$i) {
            $members[self::key($random)] = self::made($random, $depth - 1);
        }

        return 5 === $sort ? array_values($members) : (object) $members;
    }

    private static function key(Randomizer $random): string
    {
        return ['0', '1', '2', '10', '-1', '01', ' ', 'a', 'é', '{}'][$random->getInt(0, 9)];
    }
}
