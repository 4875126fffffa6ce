@php
    use App\Updates\Outside\PublicFiles;
    use Skarvo\Topology\State;
    $bad = array_values(array_filter($days, static fn($day): bool => $day->worst() !== State::Up));
    $down = array_sum(array_map(static fn($day): int => $day->down + $day->degraded, $days));
@endphp
<svg class="days" viewBox="0 0 {{ count($days) * 8 }} 24" role="img" aria-label="{{ $bad === [] ? 'No problems' : implode('; ', array_map(PublicFiles::day(...), $bad)) }}">
@foreach ($days as $i => $day)
@if ($day->worst() === State::Down)
<rect class="down" x="{{ $i * 8 + 1 }}" y="2" width="6" height="20"><title>{{ PublicFiles::day($day) }}</title></rect>
@elseif ($day->worst() === State::Degraded)
<rect class="part" x="{{ $i * 8 + 1.5 }}" y="8.5" width="5" height="13"><title>{{ PublicFiles::day($day) }}</title></rect>
@else
<rect class="fine" x="{{ $i * 8 + 1 }}" y="20" width="6" height="2"><title>{{ PublicFiles::day($day) }}</title></rect>
@endif
@endforeach
</svg>
<span class="small">{{ $down === 0 ? 'no problems' : PublicFiles::lasting($down).' in all' }}</span>
