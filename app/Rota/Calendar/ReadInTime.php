<?php

declare(strict_types=1);

namespace App\Rota\Calendar;

use App\Platform\Refused;
use Sabre\VObject\InvalidDataException;
use Sabre\VObject\ParseException;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\PhpExecutableFinder;
use Symfony\Component\Process\Process;

/** Reads a calendar in a process of its own, within seconds and a bounded memory: what does not end there is refused in words. */
final class ReadInTime
{
    private const SECONDS = 5;

    private const MEMORY = '256M';

    private const BEGIN = 'require $argv[1]; '.self::class.'::inOwnProcess();';

    /**
     * Never call it inside a transaction: others wait for the database meanwhile.
     *
     * @return list<array{uid: string, from: int, to: int, days: list<string>, summary: string, mails: list<string>, free: bool}> as
     *      Events::of() has them
     *
     * @throws Refused
     */
    public static function events(
        string $text, \DateTimeZone $zone, \DateTimeImmutable $from, \DateTimeImmutable $to, string $field = 'file',
    ): array {
        if (! mb_check_encoding($text, 'UTF-8')) {
            throw Refused::because(
                'This calendar is not in UTF-8, as calendars have to be. Save it anew in the program that it comes from.', $field,
            );
        }
        $process = new Process(
            [
                (new PhpExecutableFinder)->find(false) ?: 'php', '-d', 'memory_limit='.self::MEMORY, '-d',
                'display_errors=stderr', '-r', self::BEGIN, '--', base_path('vendor/autoload.php'),
            ],
            base_path(), null,
            json_encode([$text, $zone->getName(), $from->getTimestamp(), $to->getTimestamp()], JSON_THROW_ON_ERROR),
            self::SECONDS,
        );
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw Refused::because(
                'An event of this calendar comes again by a rule that takes too long to work out, or never occurs. Take that event out.',
                $field,
            );
        }
        $answer = json_decode($process->getOutput(), true);
        if (! is_array($answer) || ! is_array($answer['events'] ?? null)) {
            $why = is_array($answer)
                && is_string($answer['why'] ?? null)
                    ? $answer['why']
                    : 'This calendar is too large to read. Take the events of the time that matters.';
            throw Refused::because($why, $field);
        }
        /**
         * @var list<array{uid: string, from: int, to: int, days: list<string>, summary: string, mails: list<string>, free: bool}> $events
         */
        $events = $answer['events'];

        return $events;
    }

    /** What the process does: a calendar in on standard input, its events out. */
    public static function inOwnProcess(): void
    {
        $asked = json_decode((string) stream_get_contents(STDIN), true, 4, JSON_THROW_ON_ERROR);
        if (! is_array($asked) || ! is_string($asked[0]) || ! is_string($asked[1]) || ! is_int($asked[2]) || ! is_int($asked[3])) {
            throw new \LogicException('A calendar comes with a zone and two instants.');
        }
        try {
            $answer = ['events' => Events::of(
                $asked[0], new \DateTimeZone($asked[1]), new \DateTimeImmutable("@$asked[2]"),
                new \DateTimeImmutable("@$asked[3]"),
            )];
        } catch (BadCalendar $e) {
            $answer = ['why' => $e->getMessage()];
        } catch (ParseException|InvalidDataException $e) {
            $answer = ['why' => 'This is no iCalendar file: '.lcfirst(rtrim($e->getMessage(), '.')).'.'];
        } catch (\Throwable) {
            $answer = ['why' => 'An event of this calendar cannot be made sense of: its dates, its rule or its zone.'];
        }
        echo json_encode($answer, JSON_INVALID_UTF8_SUBSTITUTE | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
    }
}
