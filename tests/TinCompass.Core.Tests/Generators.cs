using CsCheck;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Tests;

/// <summary>Random turns, sequences and positions for property tests.</summary>
internal static class Generators
{
    public static readonly Gen<Turn> AnyTurn = Gen.Int[0, Turn.Count - 1].Select(Turn.FromIndex);

    public static readonly Gen<Turn> FaceTurn = Gen.Int[0, Turn.FaceTurnCount - 1].Select(Turn.FromIndex);

    public static readonly Gen<Turn[]> AnyTurns = AnyTurn.Array[0, 40];

    public static readonly Gen<Turn[]> FaceTurns = FaceTurn.Array[0, 40];

    /// <summary>A legal position, as any turns leave it (held anyhow).</summary>
    public static readonly Gen<CubeState> Position = AnyTurn.Array[20, 40].Select(turns => CubeState.Solved.Apply(turns));

    /// <summary>Structured texts: groups, repeats, commutators, conjugates, comments.</summary>
    public static readonly Gen<string> Text = Gen.Recursive<string>((depth, inner) =>
    {
        var plain = AnyTurn.Select(t => t.ToString()).Array[1, 4].Select(t => string.Join(' ', t));
        return depth > 2 ? plain : Gen.OneOf(
            plain,
            inner.Select(a => $"({a})"),
            Gen.Select(inner, Gen.Int[1, 3], (a, n) => $"({a})x{n}"),
            inner.Select(a => $"({a})'"),
            Gen.Select(inner, inner, (a, b) => $"[{a}, {b}]"),
            Gen.Select(inner, inner, (a, b) => $"[{a}: {b}] // said so\n"),
            Gen.Select(inner, inner, (a, b) => $"{a} {b}"));
    });

    public static CubeState After(string text) => CubeState.Solved.Apply(Algorithm.Parse(text).Turns);

    /// <summary>Scrambles of 25 random face turns from a seed.</summary>
    public static IEnumerable<Turn[]> Scrambles(int count, int seed)
    {
        var random = new Random(seed);
        for (var i = 0; i < count; i++)
            yield return [.. Enumerable.Range(0, 25).Select(_ => Turn.FromIndex(random.Next(Turn.FaceTurnCount)))];
    }
}
