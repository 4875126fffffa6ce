<?php

/*
 * Plants small mistakes, one at a time, and says which of them a test notices.
 *   php tests/Mutants/run.php core|app [how many] [seed] [only files whose path contains this]
 *
 * Part n of m, for two at once: PART=1/2. A mistake is tried on the test classes that run its line, quick ones first (where
 * PHP has no pcov, on those that load its file). Which those are takes as long as all tests, and is kept for the next run
 * until a file changes.
 */

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Component\Finder\Finder;
use Tests\Mutants\Mistake;
use Tests\Mutants\PlantMistakes;
use Tests\Mutants\Workplace;

$project = dirname(__DIR__, 2);
require "$project/vendor/autoload.php";
[$what, $many, $seed, $only] = [$argv[1] ?? 'core', (int) ($argv[2] ?? 200), (int) ($argv[3] ?? 1), $argv[4] ?? ''];
[$part, $parts] = array_map(intval(...), explode('/', getenv('PART') ?: '1/1'));

// Of the app, what does things: controllers only translate, and words are words.
$files = Finder::create()->files()->name('*.php')->in($what === 'core' ? "$project/core/src" : "$project/app")
    ->notName(['*Controller.php', '*Words.php', '*ServiceProvider.php', 'Run*.php'])
        ->notPath(['Contracts', 'Cli', 'Requests'])->sortByName();
$mistakes = [];
foreach ($files as $file) {
    $path = substr($file->getPathname(), strlen($project) + 1);
    if ($only === '' || str_contains($path, $only)) {
        array_push($mistakes, ...PlantMistakes::in($path, $file->getContents()));
    }
}
$random = new Randomizer(new Mt19937($seed));
$sample = count($mistakes) <= $many
    ? $mistakes
    : array_map(static fn(int $key): Mistake => $mistakes[$key], $random->pickArrayKeys($mistakes, $many));
// In any order, so that what is known after a while speaks for all.
$sample = $random->shuffleArray($sample);
$own = array_values(array_filter($sample, static fn(Mistake $one, int $i): bool => $i % $parts === $part - 1, ARRAY_FILTER_USE_BOTH));
// Told from the files as they are now: they may change while it runs.
$words = array_map(
    static fn(Mistake $one): string => $one->words((string) file_get_contents("$project/$one->file")), $own,
);
printf("%d places for a mistake; %d of them tried here\n", count($mistakes), count($own));

$workplace = Workplace::copy($project, sys_get_temp_dir()."/skarvo-mutants-$what-$part");
$tests = array_map(
    static fn($file): string => substr($file->getPathname(), strlen($project) + 1),
    array_values(iterator_to_array(Finder::create()->files()->name('*Test.php')->in(
        $what === 'core' ? "$project/core/tests" : "$project/tests/Feature",
    )->notName('WrongValuesTest.php')->sortByName())),
);
$traced = $workplace->traced($tests, sys_get_temp_dir()."/skarvo-mutants-$what.kept");

$noticed = 0;
$byKind = [];
foreach ($own as $i => $mistake) {
    $loads = Workplace::running($traced, $mistake);
    asort($loads);
    // Tests of its own name know it best, then those of its room.
    $room = explode('/', $mistake->file)[$what === 'core' ? 2 : 1];
    $name = basename($mistake->file, '.php');
    $near = array_filter(
        $loads,
        static fn(string $test): bool => str_contains($test, "/{$name}Test") || ($what === 'app' ? str_contains($test, "/$room/") : true),
        ARRAY_FILTER_USE_KEY,
    );
    uksort(
        $near,
        static fn(string $a, string $b): int =>
            str_contains($b, "/{$name}Test") <=> str_contains($a, "/{$name}Test") ?: $loads[$a] <=> $loads[$b],
    );
    $by = $workplace->notices($mistake, [$near, array_diff_key($loads, $near)]);
    $noticed += (int) $by;
    $byKind[$mistake->kind][(int) $by] = ($byKind[$mistake->kind][(int) $by] ?? 0) + 1;
    if (! $by) {
        echo "NOT NOTICED $words[$i]\n";
    }
    fprintf(STDERR, "\r%d of %d, %d noticed ", $i + 1, count($own), $noticed);
}
ksort($byKind);
foreach ($byKind as $kind => $counts) {
    printf("%-28s %d of %d\n", $kind, $counts[1] ?? 0, array_sum($counts));
}
printf("%s: %d of %d mistakes noticed, %.1f%%\n", $what, $noticed, count($own), $noticed / max(1, count($own)) * 100);
