<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Notes;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Notes\Copies;
use Skarvo\Incidents\Notes\Copy;
use Skarvo\Incidents\Notes\CopyRule;
use Skarvo\Incidents\Notes\Note;
use Skarvo\Incidents\Notes\TicketTie;
use Skarvo\Incidents\Notes\Visibility;
use Skarvo\Incidents\Notes\Way;

/** Where a note is seen besides, against a version that tries every way through. */
final class CopiesTest extends TestCase
{
    public function test_it_finds_what_trying_every_way_finds(): void
    {
        $seen = ['both' => 0, 'longer' => 0, 'tied' => 0, 'none' => 0];
        for ($seed = 0; $seed < 1500; $seed++) {
            [$links, $rules, $notes] = self::town($seed);
            $slow = [];
            foreach ($notes as $note) {
                foreach (self::everyWay($note, $links, $rules) as $ticket => $ways) {
                    usort(
                        $ways, static fn(array $a, array $b): int => count($a) <=> count($b) ?: strcmp(implode("\0", $a), implode("\0", $b))
                    );
                    $slow[] = [(string) $ticket, $note->at, $note->id, $ways[0]];
                    $seen['longer'] += (int) (count($ways[0]) > 2);
                    $seen['tied'] += (int) (count($ways) > 1 && count($ways[0]) === count($ways[1]));
                }
            }
            usort($slow, static fn(array $a, array $b): int => strcmp($a[0], $b[0]) ?: $a[1] <=> $b[1] ?: strcmp($a[2], $b[2]));
            $fast = (new Copies($links, $rules))->of($notes);
            self::assertSame(
                $slow, array_map(static fn(Copy $one): array => [$one->ticket, $one->note->at, $one->note->id, $one->by], $fast),
                "seed $seed"
            );
            $seen[$fast === [] ? 'none' : 'both']++;
            $this->holds($fast, $rules);
        }
        self::assertGreaterThan(60, min($seen));
    }

    /**
     * @param  list<Copy>  $copies
     * @param  list<CopyRule>  $rules
     */
    private function holds(array $copies, array $rules): void
    {
        $once = [];
        foreach ($copies as $copy) {
            self::assertArrayNotHasKey("$copy->ticket {$copy->note->id}", $once, 'A ticket has a note once.');
            $once["$copy->ticket {$copy->note->id}"] = true;
            self::assertNotSame($copy->note->on, $copy->ticket);
            self::assertSame([$copy->note->on, $copy->ticket], [$copy->by[0], $copy->by[count($copy->by) - 1]]);
            self::assertSame(array_unique($copy->by), $copy->by);
            // What no rule lets out stays where it was written.
            self::assertNotSame([], array_filter($rules, static fn(CopyRule $rule): bool => $rule->lets($copy->note->visibility)));
        }
    }

    public function test_a_reporters_words_go_up_and_not_down_to_others(): void
    {
        $links = [
            new TicketTie('IN-1', 'RE-1', 'gathers', 0), new TicketTie('IN-1', 'RE-2', 'gathers', 0),
            new TicketTie('IN-0', 'IN-1', 'explains', 0),
        ];
        $rules = [new CopyRule('gathers', Way::Both, false, true), new CopyRule('explains', Way::Both, true, true)];
        $by = static fn(Note ...$notes): array => array_map(
            static fn(Copy $one): array => $one->by, (new Copies($links, $rules))->of(array_values($notes))
        );
        self::assertSame([['RE-1', 'IN-1', 'IN-0'], ['RE-1', 'IN-1']], $by(new Note('n', 'RE-1', 5, Visibility::Public)));
        self::assertSame([['IN-1', 'IN-0'], ['IN-1', 'RE-1'], ['IN-1', 'RE-2']], $by(new Note('n', 'IN-1', 5, Visibility::Public)));
        self::assertSame([['IN-1', 'IN-0']], $by(new Note('n', 'IN-1', 5, Visibility::Internal)));
    }

    public function test_a_link_counts_from_its_beginning_to_before_its_end_and_earlier_notes_by_their_own_rule_alone(): void
    {
        $seen = static function (int $at, bool $earlier, Visibility $visibility = Visibility::Public): bool {
            $rules = [new CopyRule('gathers', Way::Down, true, false), new CopyRule('gathers', Way::Down, false, true, $earlier)];

            return (new Copies([new TicketTie('a', 'b', 'gathers', 100, 200)], $rules))->of([new Note('n', 'a', $at, $visibility)]) !== [];
        };
        self::assertSame([false, true, true, false], array_map(static fn(int $at): bool => $seen($at, false), [99, 100, 199, 200]));
        self::assertSame([true, true, true, false], array_map(static fn(int $at): bool => $seen($at, true), [99, 100, 199, 200]));
        self::assertFalse($seen(99, true, Visibility::Internal), 'That rule does not speak of it.');
        self::assertTrue($seen(100, true, Visibility::Internal));
    }

    public function test_ids_that_are_numbers_are_names(): void
    {
        $links = [
            new TicketTie('10', '9', 'x', 0), new TicketTie('10', '007', 'x', 0), new TicketTie('9', '2', 'x', 0),
            new TicketTie('007', '2', 'x', 0),
        ];
        $copies = (new Copies($links, [new CopyRule('x', Way::Both, true, true)]))->of([new Note('n', '10', 1, Visibility::Public)]);
        self::assertSame([['10', '007'], ['10', '007', '2'], ['10', '9']], array_map(static fn(Copy $one): array => $one->by, $copies));
    }

    /** @return array{list<TicketTie>, list<CopyRule>, list<Note>} */
    private static function town(int $seed): array
    {
        $dice = new Randomizer(new Mt19937($seed));
        $ids = array_slice(['2', '10', 'A', 'a', 'é', 'B'], 0, $dice->getInt(2, 6));
        $one = static fn(array $of): mixed => $of[$dice->getInt(0, count($of) - 1)];
        $links = $rules = $notes = [];
        for ($n = $dice->getInt(1, 9); $n > 0; $n--) {
            [$from, $to] = [$one($ids), $one($ids)];
            $at = $dice->getInt(0, 8);
            if ($from !== $to) {
                $links[] = new TicketTie($from, $to, $one(['x', 'y', '7']), $at, $dice->getInt(0, 1) === 1 ? $at + $dice->getInt(1, 6) : null);
            }
        }
        for ($n = $dice->getInt(1, 4); $n > 0; $n--) {
            $rules[] = new CopyRule(
                $one(['x', 'y', '7']), $one(Way::cases()), $dice->getInt(0, 1) === 1, $dice->getInt(0, 2) > 0, $dice->getInt(0, 1) === 1
            );
        }
        for ($n = $dice->getInt(1, 3); $n > 0; $n--) {
            $notes[] = new Note("n$n", $one($ids), $dice->getInt(0, 14), $one(Visibility::cases()));
        }

        return [$links, $rules, $notes];
    }

    /**
     * @param  list<TicketTie>  $links
     * @param  list<CopyRule>  $rules
     * @return array<array-key, list<list<string>>> all ways in one direction that visit no ticket twice, by where they end
     */
    private static function everyWay(Note $note, array $links, array $rules): array
    {
        $found = [];
        foreach ([true, false] as $down) {
            $open = [[$note->on]];
            while (($by = array_pop($open)) !== null) {
                foreach ($links as $link) {
                    [$here, $there] = $down ? [$link->from, $link->to] : [$link->to, $link->from];
                    $may = array_filter($rules, static fn(CopyRule $rule): bool => $rule->link === $link->kind
                        && ($rule->way === Way::Both || ($rule->way === Way::Down) === $down)
                        && ($note->visibility === Visibility::Public ? $rule->public : $rule->internal)
                        && ($link->until === null || $note->at < $link->until) && ($note->at >= $link->at || $rule->earlier));
                    if ($here === $by[count($by) - 1] && ! in_array($there, $by, true) && $may !== []) {
                        $found[$there][] = [...$by, $there];
                        $open[] = [...$by, $there];
                    }
                }
            }
        }

        return $found;
    }
}
