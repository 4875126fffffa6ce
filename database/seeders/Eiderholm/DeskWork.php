<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Platform\Setting;
use App\Tickets\Steps\Checklist;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** How the desk of the demo works: checklists, what reporters are asked, and an eve on which bookings count more. */
final class DeskWork
{
    public static function put(): void
    {
        $step = static fn(
            string $text, ?string $team = null, bool $must = false,
        ): array => ['text' => $text, 'team' => $team, 'must' => $must];
        Checklist::query()->create(['name' => 'A barrier stays shut', 'service_id' => 'vehicle-lanes', 'version' => 1, 'steps' => [
            $step('Ask which lane, and whether others open'), $step('Have the lane opened by hand', 'lanes', true),
            $step('Compare the clock of the lane control with the time server', 'lanes'),
            $step('Tell the ship how many cars are missing', 'terminals'),
        ]]);
        Checklist::query()->create(['name' => 'A till refuses cards', 'service_id' => 'payment', 'version' => 1, 'steps' => [
            $step('Try another card, and another till'), $step('Let passengers board against a note', 'terminals', true),
            $step('Ask the bank', 'booking'),
        ]]);
        Setting::query()->create(['id' => 'report-questions', 'version' => 1, 'value' => [
            'vehicle-lanes' => [
                ['ask' => 'Which lane is it?', 'example' => 'Lane 3'],
                ['ask' => 'What does the sign say?', 'example' => 'Booking not valid yet'],
            ],
            'booking' => [['ask' => 'Which crossing is it?', 'example' => 'Ask to Havre, Friday 07:45']],
        ]]);
        $from = CarbonImmutable::instance(now())->startOfDay()->addDays(3);
        DB::table('busy_periods')->insert([
            'name' => 'Eve of the long weekend', 'service_id' => 'booking', 'from_at' => $from->addHours(12),
            'until_at' => $from->addHours(36),
        ]);
    }
}
