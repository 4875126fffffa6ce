@php
    use Skarvo\Topology\State;
    $bad = array_filter($days, static fn($day): bool => $day->worst() !== State::Up);
    $seconds = array_sum(array_map(static fn($day): int => $day->down + $day->degraded, $bad));
    $last = count($days) - 1;
@endphp
@if ($bad === [])
<span class="small">{{ $words->say('fine') }}</span>
@else
<svg class="days" viewBox="-4 0 248 24" role="img" aria-label="{{ implode('; ', array_map($words->day(...), $bad)) }}">
<path class="line" d="M0 20H240M0 16v8M240 12v12"/>
@foreach ($bad as $i => $day)
@if ($day->worst() === State::Down)
<path class="down" d="M{{ 4 + $i * 8 }} 4l6 8-6 8-6-8z"><title>{{ $words->day($day) }}</title></path>
@else
<path class="part" d="M{{ 4 + $i * 8 }} 4l6 8-6 8-6-8z"><title>{{ $words->day($day) }}</title></path>
@endif
@endforeach
</svg>
<span class="small">{{ $words->say('in_all', ['lasting' => $words->lasting($seconds)]) }}</span>
@endif
