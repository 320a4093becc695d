namespace TinCompass.Core.Practice;

/// <summary>
/// A learner for trying schedules and for sample data. What is remembered fades by half in a number of days that grows with every right
/// answer, the more the later it came, and shrinks
/// with a wrong one. Not a model of anybody: good enough to compare orders of practice.
/// </summary>
/// <param name="FirstDays">Days until a case seen once is half forgotten.</param>
/// <param name="Growth">By how much a right answer at the edge of forgetting stretches that time.</param>
/// <param name="Guess">The chance of a right answer to what is not remembered.</param>
/// <param name="Learns">False for somebody who never remembers anything.</param>
public sealed record LearnerKind(double FirstDays, double Growth, double Guess, bool Learns = true)
{
    /// <summary>Learns at an even pace.</summary>
    public static LearnerKind Steady { get; } = new(2.5, 3.0, 0.1);

    /// <summary>Forgets quickly, and is helped less by each repetition.</summary>
    public static LearnerKind Forgetful { get; } = new(1.2, 2.2, 0.1);

    /// <summary>Answers at random, quickly, and remembers nothing.</summary>
    public static LearnerKind Guesser { get; } = new(1, 1, 0.35, Learns: false);
}

/// <summary>One learner with a memory of cases; times in days.</summary>
public sealed class SimulatedLearner(LearnerKind kind, Random random)
{
    private readonly Dictionary<string, (double HalfLife, double LastDay)> memory = [];

    /// <summary>The chance that a case is remembered on a day: 0 before it was seen.</summary>
    public double Recall(string name, double day) =>
        kind.Learns && memory.TryGetValue(name, out var m) ? Math.Pow(2, -(day - m.LastDay) / m.HalfLife) : 0;

    /// <summary>Answers a case, learns from it, and says whether the answer was right and after how many times the target.</summary>
    public (bool Right, double TimesTarget) Answer(string name, double day)
    {
        var recall = Recall(name, day);
        var right = random.NextDouble() < recall + ((1 - recall) * kind.Guess);
        if (!memory.TryGetValue(name, out var m)) memory[name] = (kind.FirstDays, day);
        else if (right) memory[name] = (m.HalfLife * (1 + ((kind.Growth - 1) * Math.Min(1, 2 * (1 - recall)))), day);
        else memory[name] = (Math.Max(kind.FirstDays, m.HalfLife * 0.4), day);
        var pace = kind.Learns ? 1.7 - recall : 0.6;
        return (right, pace * (0.8 + (0.4 * random.NextDouble())));
    }
}
