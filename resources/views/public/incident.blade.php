@php
    use App\Updates\Outside\PublicFiles;
    $names = PublicFiles::title(PublicFiles::names($told));
@endphp
@extends('public.page', ['title' => $names, 'json' => 'incident-'.$told->incident->id.'.json'])
@section('main')
<h1>{{ $names }}</h1>
<p>@if ($told->incident->resolved_at === null)Since {{ PublicFiles::time($told->incident->started_at) }}.@else{{ PublicFiles::time($told->incident->started_at) }}, for {{ PublicFiles::lasting($told->incident->resolved_at->getTimestamp() - $told->incident->started_at->getTimestamp()) }}. It is over.@endif</p>
@if ($told->last() !== null && $told->last()->services !== [])
<ul class="hit">
@foreach ($told->last()->services as $service)
<li>@include('public.mark', ['state' => \Skarvo\Topology\State::from($service['state'])]) {{ $service['name'] }}: {{ PublicFiles::stateWords(\Skarvo\Topology\State::from($service['state'])) }}</li>
@endforeach
</ul>
@endif
@include('public.story', ['told' => $told])
@endsection
