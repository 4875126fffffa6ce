<?php

declare(strict_types=1);

namespace Database\Factories;

use App\Incidents\Occasion;
use Illuminate\Database\Eloquent\Factories\Factory;
use Skarvo\Incidents\Urgency;

/**
 * Something that people are called for and that is no incident.
 *
 * @extends Factory<Occasion>
 */
final class OccasionFactory extends Factory
{
    protected $model = Occasion::class;

    public function definition(): array
    {
        return [
            'kind' => 'change', 'record_id' => 31, 'ref' => 'CH-0031', 'title' => 'New core switch at Nordpier', 'urgency' => Urgency::Now,
            'priority' => 2, 'service_id' => 'vehicle-lanes', 'team_id' => 'lanes', 'path' => '/changes/31', 'begun_at' => now(),
        ];
    }
}
