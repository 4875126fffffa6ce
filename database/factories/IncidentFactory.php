<?php

declare(strict_types=1);

namespace Database\Factories;

use App\Incidents\Incident;
use Illuminate\Database\Eloquent\Factories\Factory;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

/**
 * An incident that was declared now, of the town's demo.
 *
 * @extends Factory<Incident>
 */
final class IncidentFactory extends Factory
{
    protected $model = Incident::class;

    public function definition(): array
    {
        return [
            'title' => 'Vehicle lanes shut', 'service_id' => 'vehicle-lanes', 'team_id' => 'lanes', 'impact' => Impact::Wide,
            'urgency' => Urgency::Now, 'priority' => 1, 'stage' => Stage::Looking, 'coordinator_id' => 'ingrid-vale',
            'started_at' => now(), 'declared_at' => now(), 'restore_by' => now()->addHours(4), 'version' => 1,
        ];
    }

    public function resolved(): self
    {
        return $this->state(['resolved_at' => now(), 'stage' => Stage::Restored, 'resolution' => 'Set by hand.']);
    }
}
