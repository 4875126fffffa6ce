<?php

declare(strict_types=1);

namespace Tests\Mutants;

use Symfony\Component\Finder\Finder;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/**
 * A copy of the project in which mistakes are planted, one at a time.
 *
 * Of a test class: by file that it loads, the lines that it runs, and the others that could be run; none where nothing tells.
 *
 * @phpstan-type Traced array{seconds: float, files: array<string, array{string, string}>}
 */
final class Workplace
{
    private const TOO_LONG = 3;

    /** Loading, and the first look at the database, on a machine that does other things too. */
    private const SPARE_SECONDS = 20;

    private function __construct(private readonly string $path) {}

    public static function copy(string $project, string $to): self
    {
        (new Process(['rm', '-rf', $to]))->mustRun();
        (new Process(['mkdir', '-p', $to]))->mustRun();
        $parts = array_values(array_filter(
            scandir($project) ?: [],
            static fn(string $part): bool => ! in_array($part, ['.', '..', '.git', 'node_modules', 'test-results'], true),
        ));
        (new Process(
            ['cp', '-a', ...array_map(static fn(string $part): string => "$project/$part", $parts), $to], timeout: 300,
        ))->mustRun();

        return new self($to);
    }

    /**
     * The same as trace(), kept in a file for as long as no code changes.
     *
     * @param  list<string>  $tests
     * @return array<string, Traced>
     */
    public function traced(array $tests, string $kept): array
    {
        $sum = hash('sha256', implode("\n", array_map(
            static fn(\SplFileInfo $file): string => (string) hash_file('sha256', $file->getPathname()),
            iterator_to_array(Finder::create()->files()->name('*.php')->sortByName()->in(array_map(
                fn(string $part): string => "$this->path/$part", ['app', 'core', 'database', 'tests'],
            )), false),
        )));
        /** @var array{sum: string, traced: array<string, Traced>}|null $before */
        $before = is_file($kept) ? unserialize((string) file_get_contents($kept), ['allowed_classes' => false]) : null;
        if ($before !== null && $before['sum'] === $sum) {
            return $before['traced'];
        }
        $traced = $this->trace($tests);
        file_put_contents($kept, serialize(['sum' => $sum, 'traced' => $traced]));

        return $traced;
    }

    /**
     * What each test class makes PHP load and run, and how long it takes.
     *
     * @param  list<string>  $tests  files of test classes, from the project
     * @return array<string, Traced> by test file
     */
    private function trace(array $tests): array
    {
        $traced = [];
        foreach ($tests as $test) {
            $out = "$this->path/storage/framework/included";
            $began = microtime(true);
            $process = new Process(
                [
                    PHP_BINARY, ...$this->driver(), '-d', "auto_prepend_file=$this->path/tests/Mutants/included.php", 'vendor/bin/phpunit',
                    $test,
                ],
                $this->path, ['MUTANTS_INCLUDED' => $out], timeout: 900,
            );
            if ($process->run() !== 0) {
                throw new \RuntimeException("$test fails before anything is planted:\n".$process->getOutput());
            }
            $files = [];
            foreach (explode("\n", (string) file_get_contents($out)) as $line) {
                [$file, $ran, $others] = explode("\t", $line) + ['', '', ''];
                $files[$file] = [$ran, $others];
            }
            $traced[$test] = ['seconds' => microtime(true) - $began, 'files' => $files];
        }

        return $traced;
    }

    /** @return list<string> what has PHP tell which lines it runs, if this machine has that */
    private function driver(): array
    {
        $there = (new Process([PHP_BINARY, '-d', 'extension=pcov.so', '-r', 'exit(extension_loaded("pcov") ? 0 : 1);']))->run() === 0;

        return $there ? ['-d', 'extension=pcov.so', '-d', 'pcov.enabled=1', '-d', 'pcov.directory='.$this->path] : [];
    }

    /**
     * @param  array<string, Traced>  $traced
     * @return array<string, float> seconds by test file, of those that run a mistake's line: of one on which nothing is run by
     *      itself, as of the second line of a list, the last before it; of a constant's, any line of its file besides those that
     *      loading it runs
     */
    public static function running(array $traced, Mistake $mistake): array
    {
        $numbers = static fn(string $list): array => $list === '' ? [] : array_map(intval(...), explode(',', $list));
        $its = array_filter(array_map(static fn(array $one): ?array => $one['files'][$mistake->file] ?? null, $traced));
        $could = array_unique(array_merge([], ...array_map(
            static fn(array $one): array => [...$numbers($one[0]), ...$numbers($one[1])], array_values($its),
        )));
        $before = array_filter($could, static fn(int $line): bool => $line <= $mistake->line);
        $line = $before === [] ? null : max($before);
        // What loading the file runs, all of them run.
        $least = $its === [] ? 0 : min(array_map(static fn(array $one): int => count($numbers($one[0])), $its));
        $run = array_filter($its, static fn(array $one): bool => match (true) {
            $could === [] => true,
            $line === null => count($numbers($one[0])) > $least,
            default => in_array($line, $numbers($one[0]), true),
        });

        return array_map(static fn(array $one): float => $one['seconds'], array_intersect_key($traced, $run));
    }

    /**
     * @param  list<array<string, float>>  $rounds  seconds by test file; what is likely to notice stands in the first round
     * @return bool whether a test noticed, if only by taking too long
     */
    public function notices(Mistake $mistake, array $rounds): bool
    {
        $file = "$this->path/$mistake->file";
        $code = (string) file_get_contents($file);
        file_put_contents($file, $mistake->in($code));
        try {
            foreach (array_filter($rounds) as $tests) {
                try {
                    if ((new Process(
                        [PHP_BINARY, 'vendor/bin/phpunit', '--stop-on-defect', ...array_keys($tests)], $this->path,
                        timeout: array_sum($tests) * self::TOO_LONG + self::SPARE_SECONDS,
                    ))->run() !== 0) {
                        return true;
                    }
                } catch (ProcessTimedOutException) {
                    return true;
                }
            }
        } finally {
            file_put_contents($file, $code);
        }

        return false;
    }
}
