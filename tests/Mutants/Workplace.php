<?php

declare(strict_types=1);

namespace Tests\Mutants;

use Symfony\Component\Finder\Finder;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/** A copy of the project in which mistakes are planted, one at a time. */
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
     * @return array<string, array{seconds: float, files: list<string>}>
     */
    public function traced(array $tests, string $kept): array
    {
        $sum = hash('sha256', implode("\n", array_map(
            static fn(\SplFileInfo $file): string => (string) hash_file('sha256', $file->getPathname()),
            iterator_to_array(Finder::create()->files()->name('*.php')->sortByName()->in(array_map(
                fn(string $part): string => "$this->path/$part", ['app', 'core', 'database', 'tests'],
            )), false),
        )));
        /** @var array{sum: string, traced: array<string, array{seconds: float, files: list<string>}>}|null $before */
        $before = is_file($kept) ? unserialize((string) file_get_contents($kept), ['allowed_classes' => false]) : null;
        if ($before !== null && $before['sum'] === $sum) {
            return $before['traced'];
        }
        $traced = $this->trace($tests);
        file_put_contents($kept, serialize(['sum' => $sum, 'traced' => $traced]));

        return $traced;
    }

    /**
     * Which files each test class makes PHP load, and how long it takes.
     *
     * @param  list<string>  $tests  files of test classes, from the project
     * @return array<string, array{seconds: float, files: list<string>}> by test file
     */
    private function trace(array $tests): array
    {
        $traced = [];
        foreach ($tests as $test) {
            $out = "$this->path/storage/framework/included";
            $began = microtime(true);
            $process = new Process(
                [PHP_BINARY, '-d', "auto_prepend_file=$this->path/tests/Mutants/included.php", 'vendor/bin/phpunit', $test],
                $this->path, ['MUTANTS_INCLUDED' => $out], timeout: 900,
            );
            if ($process->run() !== 0) {
                throw new \RuntimeException("$test fails before anything is planted:\n".$process->getOutput());
            }
            $traced[$test] = [
                'seconds' => microtime(true) - $began,
                'files' => array_map(
                    fn(string $file): string => substr($file, strlen($this->path) + 1),
                    explode("\n", (string) file_get_contents($out)),
                ),
            ];
        }

        return $traced;
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
