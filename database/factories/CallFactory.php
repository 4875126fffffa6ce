<?php

declare(strict_types=1);

namespace Database\Factories;

use App\Incidents\Incident;
use App\Paging\Call;
use Illuminate\Database\Eloquent\Factories\Factory;
use Skarvo\Paging\Outcome;

/**
 * A call that waits, to the lanes, for an incident of its own.
 *
 * @extends Factory<Call>
 */
final class CallFactory extends Factory
{
    protected $model = Call::class;

    public function definition(): array
    {
        return [
            'occasion_id' => static fn(): int => Incident::factory()->createOne()->occasion->id, 'team_id' => 'lanes',
            'policy' => ['rounds' => 1, 'steps' => [['targets' => ['rota:lanes'], 'wait_seconds' => 300]]], 'contacts' => [], 'rotas' => [],
            'started_at' => now(), 'outcome' => Outcome::Waiting,
        ];
    }
}
