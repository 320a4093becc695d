using TinCompass.Core.Hands;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.HandTimes;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Demo;

/// <summary>What an invented member timed of their hands: a slow left index, quick wrists, and the scatter of a person.</summary>
internal static class DemoHands
{
    private const int Times = 26, AnEvening = 13;
    private const double Pace = 0.21, Reach = 0.55, Scatter = 0.035;

    private static readonly OwnHands Invented = new(HandConstants.Fitted with
    {
        Regrip = 1.6,
        Fingers = FingerFactors.Even with { RightWrist = 0.9, LeftWrist = 0.95, LeftIndex = 1.45, RightRing = 1.15 },
    }, Pace);

    /// <summary>Sequences as they are asked for, some each evening of the last weeks; not in use.</summary>
    public static TimedHands Of(int solverId, HandPreferences preferences, DateTimeOffset last, Random random)
    {
        var (model, kept, key) = (new HandModel(preferences with { Own = Invented }), new List<HandTime>(), new byte[16]);
        while (kept.Count < Times)
        {
            var fit = HandFitting.Fit([.. kept.Select(OwnHandsEndpoints.AsTiming)], preferences);
            foreach (var asked in HandQuestions.Next(fit, AnEvening))
            {
                random.NextBytes(key);
                var seconds = model.Measure(HandTiming.Of(asked.Turns, 1, TimedBy.Key).Turns)!.Value * Pace;
                var at = last.AddDays(-3 * ((Times / AnEvening) - (kept.Count / AnEvening))).AddHours(20)
                    .AddMinutes(kept.Count % AnEvening);
                kept.Add(new HandTime(new Guid(key), at, string.Join(' ', asked.Turns),
                    (int)(1_000 * ((seconds * Math.Exp(Scatter * random.Normal())) + Reach)), TimedBy.Key));
            }
        }

        return new TimedHands { SolverId = solverId, Data = (TimedHandsData.None with { Times = kept }).Write() };
    }
}
