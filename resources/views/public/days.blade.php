@php
    use App\Updates\Outside\PublicFiles;
    use Skarvo\Topology\State;
    $bad = array_filter($days, static fn($day): bool => $day->worst() !== State::Up);
    $seconds = array_sum(array_map(static fn($day): int => $day->down + $day->degraded, $bad));
    $last = count($days) - 1;
@endphp
@if ($bad === [])
<span class="small">no problems</span>
@else
<svg class="days" viewBox="-4 0 248 24" role="img" aria-label="{{ implode('; ', array_map(PublicFiles::day(...), $bad)) }}">
<path class="line" d="M0 20H240M0 16v8M240 12v12"/>
@foreach ($bad as $i => $day)
@if ($day->worst() === State::Down)
<path class="down" d="M{{ 4 + $i * 8 }} 4l6 8-6 8-6-8z"><title>{{ PublicFiles::day($day) }}</title></path>
@else
<path class="part" d="M{{ 4 + $i * 8 }} 4l6 8-6 8-6-8z"><title>{{ PublicFiles::day($day) }}</title></path>
@endif
@endforeach
</svg>
<span class="small">{{ PublicFiles::lasting($seconds) }} in all</span>
@endif
