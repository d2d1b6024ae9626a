<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Kernel;
use Opis\JsonSchema\Validator;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Console\Input\StringInput;
use Symfony\Component\Console\Output\NullOutput;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\Yaml\Yaml;

/** Talks to the API with demo data in a database of its own; answers are held against the description. */
abstract class ApiTestCase extends WebTestCase
{
    protected KernelBrowser $browser;
    private static ?Validator $validator = null;
    /** @var array<string, object> by name */
    private static array $schemas = [];
    private static mixed $description = null;

    public static function setUpBeforeClass(): void
    {
        $database = \dirname(__DIR__, 2).'/var/test/zigzag.sqlite';
        (new Filesystem())->mkdir(\dirname($database));
        (new Filesystem())->remove([$database, "{$database}-wal", "{$database}-shm"]);
        $application = new Application(new Kernel('test', false));
        $application->setAutoExit(false);
        self::assertSame(0, $application->run(new StringInput('doctrine:migrations:migrate --no-interaction --quiet'), new NullOutput()));
        self::assertSame(0, $application->run(new StringInput('app:demo-data'), new NullOutput()));
    }

    protected function setUp(): void
    {
        $this->browser = self::createClient([], ['HTTP_HOST' => '127.0.0.1']);
        $this->browser->disableReboot();
    }

    protected static function getKernelClass(): string
    {
        return Kernel::class;
    }

    protected function openBench(string $text): string
    {
        return '/api/bench/'.$this->text($this->call('POST', '/api/bench', ['text' => $text], 201, 'Bench'), 'id');
    }

    /**
     * Plays gestures, numbered on from the request's number.
     *
     * @param list<array<string, mixed>> $gestures
     *
     * @return array<mixed>
     */
    protected function play(string $path, int $request, array $gestures): array
    {
        $numbered = array_map(
            static fn (int $index, array $gesture): array => ['number' => 100 * $request + $index] + $gesture,
            array_keys($gestures),
            $gestures,
        );

        return $this->call(
            'POST',
            "{$path}/play",
            ['request' => $request, 'gestures' => $numbered, 'nowUs' => $gestures[\count($gestures) - 1]['timeUs'] ?? 0],
            200,
            'News',
        );
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array<mixed>
     */
    protected function call(string $method, string $path, ?array $body, int $status, ?string $schema = null): array
    {
        $this->browser->request(
            $method,
            $path,
            server: ['CONTENT_TYPE' => 'application/json'],
            content: null === $body ? null : json_encode((object) $body, \JSON_THROW_ON_ERROR),
        );
        self::assertSame($status, $this->browser->getResponse()->getStatusCode(), (string) $this->browser->getResponse()->getContent());
        $answer = $this->answer();
        if (null !== $schema) {
            $this->assertFits($schema);
        }

        return $answer;
    }

    /** @return array<mixed> */
    protected function upload(string $name, string $content, ?int $status, string $to = '/api/tapes'): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zigzag');
        file_put_contents($path, $content);
        $this->browser->request('POST', $to, files: ['file' => new UploadedFile($path, $name, test: true)]);
        if (null !== $status) {
            self::assertSame($status, $this->browser->getResponse()->getStatusCode(), (string) $this->browser->getResponse()->getContent());
        }
        @unlink($path);

        return $this->answer();
    }

    /** @return array<mixed> */
    protected function answer(): array
    {
        $answer = json_decode((string) $this->browser->getResponse()->getContent(), true);

        return \is_array($answer) ? $answer : [];
    }

    protected function assertFits(string $schema): void
    {
        // One validator knows the description; it is read once for each kind of answer.
        self::$validator ??= new Validator();
        self::$schemas[$schema] ??= (object) json_decode(
            json_encode(['$ref' => "#/components/schemas/{$schema}", 'components' => $this->description()['components']], \JSON_THROW_ON_ERROR),
            false,
            512,
            \JSON_THROW_ON_ERROR,
        );
        $result = self::$validator->validate(json_decode((string) $this->browser->getResponse()->getContent()), self::$schemas[$schema]);
        self::assertTrue(
            $result->isValid(),
            $schema.': '.json_encode($result->error()?->message()).json_encode($result->error()?->data()->fullPath()),
        );
    }

    /** @return array{paths: array<string, array<string, mixed>>, components: array<string, mixed>} */
    protected function description(): array
    {
        /** @var array{paths: array<string, array<string, mixed>>, components: array<string, mixed>} */
        return self::$description ??= Yaml::parseFile(\dirname(__DIR__, 2).'/config/openapi.yaml');
    }

    /** @param array<mixed> $answer */
    protected function text(array $answer, string $name): string
    {
        $text = $answer[$name] ?? null;
        self::assertIsString($text);

        return $text;
    }

    /**
     * What stands at a path such as `records.0.fate`.
     *
     * @param array<mixed> $answer
     */
    protected function at(array $answer, string $path): mixed
    {
        $found = $answer;
        foreach (explode('.', $path) as $step) {
            $found = \is_array($found) ? $found[$step] ?? null : null;
        }

        return $found;
    }

    /**
     * The same with something else at a path such as `units.0.label`.
     *
     * @param array<mixed> $in
     *
     * @return array<mixed>
     */
    protected static function with(array $in, string $path, mixed $value): array
    {
        [$step, $rest] = [...explode('.', $path, 2), null];
        $under = $in[$step] ?? null;
        $in[$step] = null === $rest ? $value : self::with(\is_array($under) ? $under : [], $rest, $value);

        return $in;
    }
}
