<?php

declare(strict_types=1);

namespace Database\Factories;

use App\Incidents\Report;
use Illuminate\Database\Eloquent\Factories\Factory;
use Illuminate\Support\Str;

/**
 * What somebody told now.
 *
 * @extends Factory<Report>
 */
final class ReportFactory extends Factory
{
    protected $model = Report::class;

    public function definition(): array
    {
        return [
            'token' => Str::random(Report::TOKEN_LENGTH), 'service_id' => 'vehicle-lanes', 'what' => 'The lane is shut', 'told_at' => now(),
            'send_key' => Str::random(32),
        ];
    }
}
